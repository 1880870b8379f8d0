/**
 * Free chlorine, ppm, after a soak and the hours that follow it: dFC/dt = −k FC − demand during the soak, then −k FC; never below
 * zero. Exact solution of the two stages.
 * @param hours from the start of the soak to the end
 */
export const chlorineAfter = (given: {
  freeChlorinePpm: number
  lossRatePerHour: number
  people: number
  soakHours: number
  demandGramsChlorinePerPersonHour: number
  waterVolumeLitres: number
  hours: number
}): number => {
  const { lossRatePerHour: k, people, waterVolumeLitres } = given
  const soak = Math.min(given.soakHours, given.hours)
  const demand = (1000 * people * given.demandGramsChlorinePerPersonHour) / waterVolumeLitres
  const kept = Math.exp(-k * soak)
  // For k → 0 the loss to bathers is simply demand × time.
  const drawn = k > 1e-12 ? (demand * (1 - kept)) / k : demand * soak
  const afterSoak = Math.max(0, given.freeChlorinePpm * kept - drawn)
  return afterSoak * Math.exp(-k * (given.hours - soak))
}
