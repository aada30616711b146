/** A kind of physical quantity; readings of different quantities are never converted into each other. */
export type Quantity = keyof typeof quantityNames;

/** How a quantity is called in a sentence. */
export const quantityNames = {
  voltage: 'a voltage',
  resistance: 'a resistance',
  current: 'a current',
  frequency: 'a frequency',
  ratio: 'a ratio',
  time: 'a time',
  capacitance: 'a capacitance',
  inductance: 'an inductance',
  power: 'a power',
  charge: 'a charge',
  temperature: 'a temperature',
  temperatureDifference: 'a temperature difference',
  pressure: 'a pressure',
  length: 'a length',
  volume: 'a volume',
  force: 'a force',
  torque: 'a torque',
  mass: 'a mass',
  angle: 'an angle',
  speed: 'a rotational speed',
  velocity: 'a speed on the road',
  massFlow: 'a mass flow',
  voltageRate: 'a change of a voltage over time',
  currentRate: 'a change of a current over time',
  pressureRate: 'a change of a pressure over time',
  voltageTime: 'a voltage over time',
} as const;

/** A unit as it stands on a meter, without prefix. Its size comes from the units library, by `library`. */
export interface BaseUnit {
  readonly symbol: string;
  readonly quantity: Quantity;
  /** The name that the units library knows it by. */
  readonly library: string;
  /** Prefixes that meters put before it; the first character of each is the prefix. */
  readonly prefixes: string;
  /** Other ways in which it is written, in lower case unless the case matters. */
  readonly spellings: readonly string[];
}

const unit = (
  symbol: string,
  quantity: Quantity,
  library: string,
  prefixes: string,
  ...spellings: string[]
): BaseUnit => ({ symbol, quantity, library, prefixes, spellings });

export const baseUnits: readonly BaseUnit[] = [
  unit('V', 'voltage', 'V', 'nµmkM', 'v', 'volt', 'volts'),
  unit('Ω', 'resistance', 'ohm', 'µmkMG', 'ohm', 'ohms', 'Ω', 'R', 'r'),
  unit('A', 'current', 'A', 'nµmk', 'a', 'amp', 'amps', 'ampere', 'amperes'),
  unit('Hz', 'frequency', 'Hz', 'mkMG', 'hz', 'hertz'),
  unit('%', 'ratio', 'percent', '', 'percent', 'pct', '% duty'),
  unit('ratio', 'ratio', 'plainRatio', '', ':1', 'λ', 'lambda'),
  // A number of things: the unit one (SI brochure, 9th edition, 2.3.3).
  unit('×', 'ratio', 'plainRatio', '', 'times'),
  unit('s', 'time', 's', 'nµm', 'sec', 'secs', 'second', 'seconds'),
  unit('min', 'time', 'minute', '', 'minute', 'minutes', 'mins'),
  unit('h', 'time', 'hour', '', 'hour', 'hours', 'hr'),
  unit('F', 'capacitance', 'F', 'pnµm', 'farad', 'farads'),
  unit('H', 'inductance', 'H', 'nµm', 'henry', 'henries'),
  unit('W', 'power', 'W', 'µmkM', 'w', 'watt', 'watts'),
  unit('Ah', 'charge', 'A hour', 'm', 'ah'),
  unit('A·s', 'charge', 'A s', 'µmk', 'As'),
  unit('V·s', 'voltageTime', 'V s', 'µm', 'Vs'),
  unit('V/s', 'voltageRate', 'V/s', 'µmk', 'v/s'),
  unit('A/s', 'currentRate', 'A/s', 'µmk', 'a/s'),
  unit('Pa/s', 'pressureRate', 'Pa/s', 'hkM', 'pa/s'),
  unit('°C', 'temperature', 'degC', '', 'C', 'c', 'degc', 'deg c', 'celsius', '° c'),
  unit('°F', 'temperature', 'degF', '', 'F', 'f', 'degf', 'deg f', 'fahrenheit', '° f'),
  unit('K', 'temperature', 'K', '', 'kelvin'),
  unit('Δ°C', 'temperatureDifference', 'K', '', 'Δc', 'Δk', 'Δ°c', 'K', 'kelvin', '°C', 'C', 'c'),
  unit('Δ°F', 'temperatureDifference', 'fahrenheitStep', '', 'Δf', 'Δ°f', '°F', 'F', 'f'),
  unit('Pa', 'pressure', 'Pa', 'hkM', 'pa', 'pascal', 'pascals'),
  unit('bar', 'pressure', 'bar', 'm', 'bars'),
  unit('psi', 'pressure', 'psi', '', 'lb/in²', 'lb/in2'),
  unit('mmHg', 'pressure', 'mmHg', '', 'mmhg'),
  unit('inHg', 'pressure', 'inHg', '', 'inhg'),
  unit('inH2O', 'pressure', 'inH2O', '', 'inh2o', 'inh₂o'),
  unit('m', 'length', 'm', 'µmck', 'metre', 'metres', 'meter', 'meters'),
  unit('in', 'length', 'inch', '', 'inch', 'inches', '"'),
  unit('ft', 'length', 'ft', '', 'foot', 'feet'),
  unit('L', 'volume', 'L', 'mc', 'l', 'litre', 'litres', 'liter', 'liters'),
  unit('N', 'force', 'N', 'mk', 'newton', 'newtons'),
  unit('lbf', 'force', 'lbf', ''),
  unit('Nm', 'torque', 'N m', '', 'nm', 'n m', 'n·m'),
  unit(
    'lbf·ft',
    'torque',
    'lbf ft',
    '',
    'lbf ft',
    'lbf-ft',
    'ft-lbf',
    'ft lbf',
    'lb-ft',
    'lb ft',
    'ft-lb',
    'ft lb',
    'lb·ft',
  ),
  unit('g', 'mass', 'g', 'mk', 'gram', 'grams'),
  unit('lb', 'mass', 'lb', '', 'lbs', 'pound', 'pounds'),
  unit('°', 'angle', 'deg', '', 'deg', 'degree', 'degrees'),
  unit('rpm', 'speed', 'rpm', '', '1/min', 'r/min', 'rev/min', '/min', 'min-1', 'min⁻¹'),
  unit('km/h', 'velocity', 'km/hour', '', 'kmh', 'kph', 'km/hr'),
  unit('mph', 'velocity', 'mile/hour', '', 'mi/h'),
  unit('m/s', 'velocity', 'm/s', ''),
  unit('g/s', 'massFlow', 'g/s', ''),
  unit('kg/h', 'massFlow', 'kg/hour', ''),
  unit('lb/min', 'massFlow', 'lb/minute', ''),
];

/** Power of ten of each SI prefix that meters use (SI brochure, 9th edition, table 7). */
export const prefixExponents: Readonly<Record<string, number>> = {
  p: -12,
  n: -9,
  µ: -6,
  m: -3,
  c: -2,
  h: 2,
  k: 3,
  M: 6,
  G: 9,
};
