declare module 'newton-raphson-method' {
  /** Root of a function by Newton's method; the slope by differences where none is given. False where it does not settle. */
  const newtonRaphson: (
    f: (x: number) => number,
    start: number,
    options?: { tolerance?: number; epsilon?: number; maxIterations?: number; h?: number },
  ) => number | false
  export default newtonRaphson
}
