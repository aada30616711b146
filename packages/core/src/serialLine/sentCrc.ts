/** The recommended checksum of SAE J2716: x⁴ + x³ + x² + 1, from 5 on, with a nibble of zeros behind the data. */
export function sentCrc(data: readonly number[]): number {
  let crc = 5;
  for (const nibble of [...data, 0]) crc = (crcTable[crc] ?? 0) ^ nibble;
  return crc;
}

const crcTable = Array.from({ length: 16 }, (_, value) => {
  let rest = value;
  for (let bit = 0; bit < 4; bit += 1) rest = rest & 8 ? ((rest << 1) ^ 0xd) & 15 : (rest << 1) & 15;
  return rest;
});

/**
 * The checksum of an enhanced slow message: x⁶ + x⁴ + x³ + 1, from 010101 on, with six bits of zeros behind the message (SAE J2716).
 * @param bits of the message, the first one first
 */
export function sentSlowCrc(bits: readonly number[]): number {
  let crc = 0b010101;
  for (const bit of [...bits, 0, 0, 0, 0, 0, 0]) {
    const isOut = (crc & 0b100000) !== 0;
    crc = ((crc << 1) | bit) & 0b111111;
    if (isOut) crc ^= 0b011001;
  }
  return crc;
}
