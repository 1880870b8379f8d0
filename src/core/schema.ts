import Joi from 'joi'
import type { Shape } from './shape'

/** Until the year 2200. */
const TIME = Joi.number().min(0).max(7_258_118_400_000)
const ID = Joi.number().integer().min(1).max(999_999_999)

/** What a shape of the core takes, for values that are already of their type. */
export const schemaOf = (shape: Shape): Joi.Schema => {
  switch (shape.is) {
    case 'number': {
      const number = Joi.number().min(shape.low).max(shape.high)
      return shape.whole ? number.integer() : number
    }
    case 'word':
      return Joi.string().valid(...shape.of)
    case 'text':
      return Joi.string().allow('').max(shape.longest)
    case 'flag':
      return Joi.boolean()
    case 'moment':
      return TIME
    case 'id':
      return ID
    case 'list':
      return Joi.array().items(schemaOf(shape.of)).max(shape.most)
    case 'record':
      return Joi.object(
        Object.fromEntries(
          Object.entries(shape.fields).map(([name, field]) => [
            name,
            field.maybe ? schemaOf(field) : schemaOf(field).required(),
          ]),
        ),
      )
  }
}
