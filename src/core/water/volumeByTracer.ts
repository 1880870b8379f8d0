export interface TracedVolume {
  volumeLitres: number
  /** One standard deviation, from the two readings and the weighing together, to first order. */
  standardDeviationLitres: number
}

/**
 * Volume from a known mass and the rise it makes: litres = milligrams of what is measured ÷ rise in mg/L. Undefined where the
 * rise is not above twice its own error: then the test cannot tell.
 * @param yieldPpm ppm that one gram gives in one litre @param riseDeviationPpm one standard deviation of the difference
 */
export const volumeByTracer = (
  grams: number,
  {
    yieldPpm,
    risePpm,
    riseDeviationPpm,
  }: { yieldPpm: number; risePpm: number; riseDeviationPpm: number },
  massDeviationFraction: number,
): TracedVolume | undefined => {
  if (!(risePpm > 2 * riseDeviationPpm) || !(risePpm > 0)) return undefined
  const volumeLitres = (grams * yieldPpm) / risePpm
  return {
    volumeLitres,
    standardDeviationLitres:
      volumeLitres * Math.hypot(riseDeviationPpm / risePpm, massDeviationFraction),
  }
}
