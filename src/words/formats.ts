// Making one takes far longer than using it. Locales and zones come from requests: never more than a few hundred are kept.

const MOST = 400

const kept = <Options extends object, Format>(
  make: (locale: string, options: Options) => Format,
) => {
  const made = new Map<string, Format>()
  return (locale: string, options: Options): Format => {
    const key = `${locale} ${Object.entries(options).join(' ')}`
    let found = made.get(key)
    if (!found) {
      found = make(locale, options)
      if (made.size > MOST) made.clear()
      made.set(key, found)
    }
    return found
  }
}

export const numberFormat = kept(
  (locale, options: Intl.NumberFormatOptions) => new Intl.NumberFormat(locale, options),
)

export const dateFormat = kept(
  (locale, options: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat(locale, options),
)
