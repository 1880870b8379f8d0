declare module 'ode45-cash-karp' {
  /** Cash–Karp, adaptive; the error of a step is judged against `tol`. */
  const ode45: (
    start: number[],
    slope: (into: number[], y: number[], t: number) => void,
    t: number,
    dt: number,
    options?: { tol?: number; dtMaxMag?: number },
  ) => { y: number[]; t: number; steps: (count: number, until: number) => boolean }
  export default ode45
}
