import Joi from 'joi'
import { FILTER_ACTS, FILTER_LOOKS, type FilterBody, SOAK_RECIPES } from '@/core'
import { allFilterSets } from '@/store/upkeep'
import { FIELD, field, REFUSALS } from '@/words/refusals'
import { check, oneOf } from '../form'
import type { EntryForm } from './entryForm'

const FORM = Joi.object({ act: oneOf(FIELD.filterAct, FILTER_ACTS) })

/** Whether it can be done now is for `actOnFilter`. */
export const filter: EntryForm<'filter'> = {
  read: ({ store, fields }) => {
    const set = allFilterSets(store).find(({ id }) => String(id) === fields.set)
    if (!set) return { errors: {}, message: REFUSALS.noFilterSet }
    const checked = check<Pick<FilterBody, 'act'>>(FORM, fields)
    if ('errors' in checked) return checked
    const { act } = checked.value
    const recipe = SOAK_RECIPES.find((known) => known === fields.recipe)
    if (act === 'soak' && !recipe)
      return { errors: { recipe: field.chooseOne('Soak', SOAK_RECIPES) } }
    const seen = FILTER_LOOKS.find((known) => known === fields.seen)
    return {
      body: {
        set: set.id,
        name: set.name,
        act,
        ...(act === 'soak' && recipe ? { recipe } : {}),
        ...(seen ? { seen } : {}),
      },
    }
  },
  show: ({ set, act, recipe = '', seen = '' }) => ({ set: String(set), act, recipe, seen }),
  next: 'upkeep',
}
