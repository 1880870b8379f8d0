/** 2,000 US gal an hour (7,570 L) by a submersible pump; common practice. */
export const PUMP_LITRES_PER_MINUTE = 7570 / 60
/** A garden hose fills a usual tub of 350 to 400 US gal in 1 to 1½ hours; common practice. */
export const HOSE_LITRES_PER_MINUTE = 18
