/** A number of the store in an address or a form; 0, which nothing has, where there is none. */
export const idIn = (text: string | undefined): number =>
  /^\d{1,9}$/.test(text ?? '') ? Number(text) : 0
