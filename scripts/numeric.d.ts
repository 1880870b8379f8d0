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
    /** Dormand and Prince, fifth order, adaptive, with dense output. */
    dopri: (
      from: number,
      to: number,
      start: number[],
      f: (t: number, y: number[]) => number[],
      tolerance: number,
      maxit: number,
    ) => { x: number[]; y: number[][] }
  }
  export default numeric
}
