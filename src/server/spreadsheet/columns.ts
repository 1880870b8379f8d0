import { PRODUCT_NAMES, type ProductName, QUANTITIES, type Quantity } from '@/core'
import { cellNumber, isBlank } from './cells'

/** What a column of a sheet is: a quantity, what went in, who was in, when, or nothing of use. */
export type ColumnRole =
  | Quantity
  | `dose ${ProductName}`
  | 'at'
  | 'time'
  | 'method'
  | 'product'
  | 'amount'
  | 'people'
  | 'minutes'
  | 'note'
  | 'ignore'

const PLAIN_ROLES = [
  'ignore',
  'at',
  'time',
  'method',
  'product',
  'amount',
  'people',
  'minutes',
  'note',
] as const

const isRole = (text: string): text is ColumnRole =>
  PLAIN_ROLES.some((one) => one === text) ||
  QUANTITIES.some((one) => one === text) ||
  PRODUCT_NAMES.some((one) => text === `dose ${one}`)

export const productOf = (role: ColumnRole): ProductName | undefined =>
  PRODUCT_NAMES.find((one) => role === `dose ${one}`)

const LONGEST_NAME = 80

/** What owners call what they pour, in English and in German. */
const POURED: readonly (readonly [RegExp, ProductName])[] = [
  [/dichlor|chlor.*(granul|powder|pulver)|granul.*chlor/, 'sodium dichlor dihydrate'],
  [/mps|monopersul|non.?chlor|oxidi[sz]er|aktivsauer|shock|schock/, 'potassium monopersulfate'],
  [/bleach|liquid chlor|fl(ü|ue)ssigchlor|hypochlorit/, 'sodium hypochlorite'],
  [/brom.*(tab|bcdmh)|bcdmh/, 'bromochlorodimethylhydantoin'],
  [/bromid/, 'sodium bromide'],
  [/bicarb|baking|natron|(alk|ta).*(up|plus|increas|\+)/, 'sodium bicarbonate'],
  [/soda ash|ph.?(up|plus|\+|increas|heber)|sodium carbonate/, 'sodium carbonate'],
  [/acid|ph.?(down|minus|-|decreas|senker)|bisul/, 'sodium bisulfate'],
  [/calcium.*(chlorid|up|plus|increas)|hardness.*(up|plus|increas)/, 'calcium chloride dihydrate'],
  [/defoam|anti.?foam|entsch(ä|ae)umer/, 'anti-foam'],
  [/clarifier|flock/, 'clarifier'],
  [/enzym/, 'enzyme'],
  [/metal|scale|inhibitor|sequest/, 'scale and metal inhibitor'],
]

/** What is poured is named beside a unit of weight or volume, or as something that was added. */
const ADDED =
  /\((g|gr|grams?|oz|ml|tsp|tbsp|kg|cups?|tabs?|scoops?)\)|\b(added|dose|dosed|zugabe|gramm)\b|\s(g|oz|ml|tsp|tbsp)$/

/** Words that headers use, in no particular language of any laboratory. */
const HEADERS: readonly (readonly [RegExp, ColumnRole])[] = [
  [/^(time|uhrzeit|zeit|hour)\b/, 'time'],
  [/date|time|^day|^when|^at$|datum|fecha|^tag\b/, 'at'],
  [/(free.*(chlorine|cl)|^fc\b|^freechlorine|freies chlor)/, 'freeChlorine'],
  [/(total.*chlorine|^tc\b|^totalchlorine|gesamtchlor)/, 'totalChlorine'],
  [/brom(ine)?$|bromine|^br\b/, 'bromine'],
  [/^ph\b/, 'pH'],
  [/alkalinity|alkalit|^ta\b|^alk/, 'totalAlkalinity'],
  [/hardness|h(ä|ae)rte|^ch\b|^calcium/, 'calciumHardness'],
  [/cyanuric|cyanur|stabili[sz]er|stabilisator|^cya\b/, 'cyanuricAcid'],
  [/biguanide|^phmb/, 'biguanide'],
  [/peroxide|peroxid/, 'peroxide'],
  [/bor(ate|on)|borat/, 'borate'],
  [/salt|salz|^nacl/, 'salt'],
  [/solids|^tds\b/, 'totalDissolvedSolids'],
  [/copper|kupfer|^cu\b/, 'copper'],
  [/iron|^fe\b/, 'iron'],
  [/phosphate|phosphat|^po4/, 'phosphate'],
  [/temp|^water$/, 'temperature'],
  [/^(method|kit|tested with|methode)\b/, 'method'],
  [/^product\b|^produkt\b|^chemical\b/, 'product'],
  [/^(grams|gramm|amount|menge)\b/, 'amount'],
  [/people|persons|bathers|personen|badende/, 'people'],
  [/minutes|duration|soak.*min|^min\b|badezeit|minuten/, 'minutes'],
  [/note|comment|remark|bemerkung|notiz|kommentar|^text$/, 'note'],
  [/^chlor(ine)?\b|^cl\b/, 'freeChlorine'],
]

const plainName = (header: string) => header.slice(0, LONGEST_NAME).trim().toLowerCase()

/** A header by its words; what was learnt from an earlier sheet of this house goes first. */
const byWords = (header: string, learnt: Readonly<Record<string, string>>): ColumnRole => {
  const plain = plainName(header)
  const known = learnt[plain]
  if (known !== undefined && isRole(known)) return known
  const poured = POURED.find(([words]) => words.test(plain))
  if (poured && (ADDED.test(plain) || !HEADERS.some(([words]) => words.test(plain))))
    return `dose ${poured[1]}`
  return HEADERS.find(([words]) => words.test(plain))?.[1] ?? 'ignore'
}

/** A column of numbers without a name that says anything stays out; so does one that holds nothing. */
const fits = (role: ColumnRole, cells: readonly string[]): boolean => {
  const filled = cells.filter((cell) => !isBlank(cell)).slice(0, 200)
  if (filled.length === 0) return role === 'at'
  const numbers = filled.filter((cell) =>
    Number.isFinite(cellNumber(cell.replace(/[^\d.,+-]/g, ''))),
  )
  // A cell or two may be slips; a column of words is none of numbers.
  if (QUANTITIES.some((one) => one === role)) return numbers.length > 0 || filled.length < 4
  return true
}

/**
 * What each column is taken for: what was asked for, else by its name and by what is in it. Where several columns look like the same thing, the
 * first has it.
 * @param learnt names of earlier sheets, in lower case
 */
export const rolesOf = (
  headers: readonly string[],
  rows: readonly (readonly string[])[],
  asked: readonly string[] | undefined,
  learnt: Readonly<Record<string, string>>,
): ColumnRole[] => {
  const taken = new Set<ColumnRole>()
  return headers.map((header, i): ColumnRole => {
    const given = asked?.[i]
    const guessed = byWords(header, learnt)
    const role =
      given !== undefined && isRole(given)
        ? given
        : fits(
              guessed,
              rows.map((row) => row[i] ?? ''),
            )
          ? guessed
          : 'ignore'
    if (role === 'ignore' || (taken.has(role) && role !== 'note')) return 'ignore'
    taken.add(role)
    return role
  })
}

/** What to remember of a sheet that was kept: its names and what they were taken for. */
export const learntFrom = (
  headers: readonly string[],
  roles: readonly ColumnRole[],
): Record<string, string> =>
  Object.fromEntries(
    headers.flatMap((header, i) => {
      const [name, role] = [plainName(header), roles[i]]
      return name !== '' && role ? [[name, role]] : []
    }),
  )
