/** Says how far a meter may be off, as its maker says: so much percent of the reading and so many counts of the last digit (IEC 61010-2-033 data sheets). */
interface Accuracy {
  readonly percentOfReading: number;
  readonly digits: number;
  /** Holds what one count of the last digit is, in the unit of the reading. */
  readonly digitSize: number;
}

/** ± of a reading, in its unit; what its maker warrants near 23 °C within a year of its calibration. */
export const meterBand = (reading: number, { percentOfReading, digits, digitSize }: Accuracy): number =>
  (percentOfReading / 100) * Math.abs(reading) + digits * digitSize;
