/**
 * What a value may hold, as data: one description gives its type, the limits at a form, and what an import and `calc` take.
 * Numbers are in the unit that is named with them.
 */
export interface NumberShape {
  is: 'number'
  low: number
  high: number
  unit: string
  whole: boolean
}
export interface WordShape<Word extends string = string> {
  is: 'word'
  of: readonly Word[]
}
/** @template Kind where not every text is one */
export interface TextShape<Kind extends string = string> {
  is: 'text'
  longest: number
  kind?: Kind
}
/** Yes, or nothing. */
export interface FlagShape {
  is: 'flag'
}
/** Milliseconds since 1970, UTC. */
export interface MomentShape {
  is: 'moment'
}
/** The number of something that is kept elsewhere. */
export interface IdShape {
  is: 'id'
}
export interface ListShape<Item extends Shape = Shape> {
  is: 'list'
  of: Item
  most: number
}
export interface RecordShape<Fields extends ShapeFields = ShapeFields> {
  is: 'record'
  fields: Fields
}
export type ShapeFields = { readonly [name: string]: Shape }
/** `maybe` where it may be left out. */
export type Shape = { maybe?: true } & (
  | NumberShape
  | WordShape
  | TextShape
  | FlagShape
  | MomentShape
  | IdShape
  | ListShape
  | RecordShape
)

/** The type of what a shape describes. */
export type ValueOf<S> = S extends { is: 'number' | 'moment' | 'id' }
  ? number
  : S extends WordShape<infer Word>
    ? Word
    : S extends TextShape<infer Kind>
      ? Kind
      : S extends { is: 'flag' }
        ? boolean
        : S extends { is: 'list'; of: infer Item }
          ? readonly ValueOf<Item>[]
          : S extends { is: 'record'; fields: infer Fields }
            ? Flat<
                {
                  -readonly [Name in keyof Fields as Fields[Name] extends { maybe: true }
                    ? never
                    : Name]: ValueOf<Fields[Name]>
                } & {
                  -readonly [Name in keyof Fields as Fields[Name] extends { maybe: true }
                    ? Name
                    : never]?: ValueOf<Fields[Name]> | undefined
                }
              >
            : never
type Flat<T> = { [Name in keyof T]: T[Name] }

export const number = (low: number, high: number, unit = ''): NumberShape => ({
  is: 'number',
  low,
  high,
  unit,
  whole: false,
})
export const whole = (low: number, high: number, unit = ''): NumberShape => ({
  ...number(low, high, unit),
  whole: true,
})
export const word = <const Word extends string>(of: readonly Word[]): WordShape<Word> => ({
  is: 'word',
  of,
})
export const text = <Kind extends string = string>(longest: number): TextShape<Kind> => ({
  is: 'text',
  longest,
})
export const FLAG: FlagShape = { is: 'flag' }
export const MOMENT: MomentShape = { is: 'moment' }
export const ID: IdShape = { is: 'id' }
export const list = <const Item extends Shape>(of: Item, most = 200): ListShape<Item> => ({
  is: 'list',
  of,
  most,
})
export const record = <const Fields extends ShapeFields>(fields: Fields): RecordShape<Fields> => ({
  is: 'record',
  fields,
})
export const maybe = <const S extends Shape>(shape: S): S & { maybe: true } => ({
  ...shape,
  maybe: true,
})

/** A field of each name, all of one make. */
export const each = <Name extends string, S extends Shape>(
  names: readonly Name[],
  shapeOf: (name: Name) => S,
): { readonly [N in Name]: S } =>
  Object.fromEntries(names.map((name) => [name, shapeOf(name)])) as { readonly [N in Name]: S }
