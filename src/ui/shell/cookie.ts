const A_YEAR_SECONDS = 31_536_000

export const setCookie = (name: string, value: string) => {
  // biome-ignore lint/suspicious/noDocumentCookie: the Cookie Store API is missing in some browsers
  document.cookie = `${name}=${encodeURIComponent(value)}; path=/; max-age=${A_YEAR_SECONDS}; samesite=lax`
}

/** Who writes on this device, as they told it. */
export const WHO = 'pavrel-who'

export const cookieOf = (name: string): string => {
  const found = document.cookie.split('; ').find((one) => one.startsWith(`${name}=`))
  try {
    return decodeURIComponent(found?.slice(name.length + 1) ?? '')
  } catch {
    return ''
  }
}
