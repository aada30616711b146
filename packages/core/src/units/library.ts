import { makeUnits } from '#mathjs/units';

type Library = ReturnType<typeof makeLibrary>;

// Made at the first conversion between two base units: most readings are typed in the unit of their step.
let library: Library | undefined;

function makeLibrary() {
  const math = makeUnits();
  math.createUnit('plainRatio');
  math.createUnit('percent', { definition: '0.01 plainRatio' });
  math.createUnit('fahrenheitStep', { definition: '0.5555555555555556 K' });
  // A turn is an angle: so 14 Hz of tooth pulses can never pass for a shaft speed.
  math.createUnit('rpm', { definition: '1 cycle/minute' });
  // Conventional columns of mercury and water: NIST SP 811, appendix B.8.
  math.createUnit('inHg', { definition: '3386.389 Pa' });
  math.createUnit('inH2O', { definition: '249.0889 Pa' });
  return math;
}

/** Value in the library's unit `to` of `value` in the library's unit `from`; both must be of one quantity. */
export function convertByLibrary(value: number, from: string, to: string): number {
  library ??= makeLibrary();
  return library.unit(value, from).toNumber(to);
}
