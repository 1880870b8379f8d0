/** The part of jstat that is used. */
declare module 'jstat' {
  const jstat: { studentt: { inv: (share: number, degrees: number) => number } }
  export default jstat
}
