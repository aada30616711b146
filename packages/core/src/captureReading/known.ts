/** What a signal can be read as, and what is asked for then. */
export const detectors = {
  motor: { name: 'current of a motor', asks: ['bars'] },
  coil: { name: 'current of a coil', asks: ['volts'] },
  teeth: { name: 'toothed ring', asks: ['teeth', 'gapTeeth'] },
  control: { name: 'control signal, PWM', asks: ['isLowActive'] },
  cranking: { name: 'cranking current, compressions', asks: ['cylinders'] },
  cylinder: { name: 'absolute pressure in a cylinder', asks: ['compressionRatio'] },
  sent: { name: 'SENT line', asks: ['nibbles'] },
  can: { name: 'CAN line', asks: ['isLowActive'] },
  canPair: { name: 'CAN pair, its levels', asks: ['isLowActive'] },
  lin: { name: 'LIN line', asks: [] },
  dropouts: { name: 'level that drops out', asks: [] },
  bursts: { name: 'bursts of pulses', asks: [] },
} as const satisfies Readonly<Record<string, { readonly name: string; readonly asks: readonly (keyof Known)[] }>>;

export type DetectorKind = keyof typeof detectors;

/** What is known of a thing before its signal is read; `null`: not known. */
export interface Known {
  readonly bars: number | null;
  readonly volts: number | null;
  readonly teeth: number | null;
  readonly gapTeeth: number | null;
  readonly cylinders: number | null;
  readonly compressionRatio: number | null;
  readonly nibbles: number | null;
  readonly isLowActive: boolean;
}

export const nothingKnown: Known = {
  bars: null,
  volts: null,
  teeth: null,
  gapTeeth: null,
  cylinders: null,
  compressionRatio: null,
  nibbles: null,
  isLowActive: false,
};
