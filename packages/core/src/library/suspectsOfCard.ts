import { blankSuspect, type PartCard, type Suspect } from '../plan/index.js';
import { cutText } from '../text/index.js';

const feedWords = /\b(?:feed|supply|ubat|\+ ?12 ?V|12 ?V|5 ?V|battery)\b/i;
// “Switched to ground” is an output, and no ground.
const groundWords = /(?<!to )\b(?:ground|earth|GND)$/i;

/** Who may be at fault on a part card: the part itself, and the wire at each of its pins; feeds and grounds by what their pins are called. */
export function suspectsOfCard({ id, name, connectors }: PartCard): readonly Suspect[] {
  const part: Suspect = suspect(id, name || id, 'part');
  const wires = connectors.flatMap((connector) =>
    connector.pins.map((pin) => {
      const place = `${connector.id}·${pin.pin}`;
      const colour = [pin.wire.colour, pin.wire.tracer].filter((one) => one !== '').join('/');
      const kind = groundWords.test(pin.name) ? 'ground' : feedWords.test(pin.name) ? 'feed' : 'wire';
      const what = pin.name === '' ? `${colour} wire`.trim() : pin.name;
      return suspect(`${id}-${connector.id}-${pin.pin}`, `${what} at ${place}`, kind);
    }),
  );
  return [part, ...wires];
}

const suspect = (id: string, name: string, kind: Suspect['kind']): Suspect =>
  // As long as an id and a name may be.
  blankSuspect(id.slice(0, 80), cutText(name, 120), { kind });
