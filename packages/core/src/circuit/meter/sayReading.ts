import type { MeterReading } from './measure.js';

const digits = 4;
const number = (value: number): string => Number(value.toPrecision(digits)).toString();

/** What a meter shows, in a sentence. */
export function sayReading(reading: MeterReading): string {
  switch (reading.kind) {
    case 'volts':
      return reading.isConnected
        ? `${number(reading.volts)} V`
        : 'Nothing joins the two points: the meter shows nothing to rely on.';
    case 'ohms':
      return reading.through.length > 1
        ? `${number(reading.ohms)} Ω; you measure ${reading.through.join(', ')} together`
        : `${number(reading.ohms)} Ω`;
    case 'amps':
      return `${number(reading.amps)} A`;
    case 'overload':
      return 'OL';
    case 'notKnown':
      return `The circuit does not have “${reading.place}”.`;
    case 'chatters':
      return `${reading.ids.join(', ')} would go on and off without end.`;
    case 'doesNotSettle':
      return 'No voltages were found that fit everywhere in the circuit.';
  }
}
