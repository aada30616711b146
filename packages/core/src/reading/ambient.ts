/**
 * Absolute pressure of the surrounding air at a height, in kPa.
 * Source: ISO 2533 (standard atmosphere), troposphere: 101.325 kPa · (1 − 2.25577·10⁻⁵ · h)^5.25588, h in metres above sea level.
 * @param altitudeM height above sea level in m, −400 to 11 000
 */
export const ambientKPaAt = (altitudeM: number): number =>
  Number((101.325 * (1 - 2.25577e-5 * altitudeM) ** 5.25588).toPrecision(6));
