/** The part of numeric that the benchmark uses. */
declare module 'numeric' {
  const numeric: {
    uncmin: (
      f: (x: number[]) => number,
      start: number[],
      tolerance?: number,
      gradient?: undefined,
      maxit?: number,
    ) => { solution: number[]; iterations: number }
  }
  export default numeric
}
