import type { Plan } from './plan.js';
import { type FoundPin, findPin, pinsIn } from './planIndex.js';

// A connector and a pin of it, as an author writes them: @C31.2 or @C31·2.
const mention = /@([\w-]+)[.·]([\w-]+)/g;

/** A text with every mention of a pin that the plan knows written by `write`; others stay as they are. */
export const withMentions = (plan: Pick<Plan, 'partCards'>, text: string, write: (found: FoundPin) => string): string =>
  text.replace(mention, (whole, connectorId: string, pin: string) => {
    const found = findPin(plan, connectorId, pin);
    return found ? write(found) : whole;
  });

/** The pins of the plan that a text mentions, in its order. */
export const mentionedPins = (plan: Plan, text: string): readonly FoundPin[] =>
  [...text.matchAll(mention)].flatMap(([, connectorId = '', pin = '']) => findPin(plan, connectorId, pin) ?? []);

interface PinAt {
  readonly connectorId: string;
  readonly pin: string;
}

/** A text with every mention of one pin as a mention of another. */
export const renameMentions = (text: string, from: PinAt, to: PinAt): string =>
  text.replace(mention, (whole, connectorId: string, pin: string) =>
    connectorId === from.connectorId && pin === from.pin ? `@${to.connectorId}.${to.pin}` : whole,
  );

/** What could be meant by the beginning of a mention at the end of a text: the pins that begin with it, and the beginning. */
export function completionsAt(
  plan: Plan,
  before: string,
): { readonly begun: string; readonly pins: readonly FoundPin[] } | undefined {
  const begun = /@([\w-]*(?:[.·][\w-]*)?)$/.exec(before)?.[1];
  if (begun === undefined) return undefined;
  const wanted = begun.replace('·', '.').toLowerCase();
  const meant = pinsIn(plan).filter(({ connector, pin, partCard }) =>
    [`${connector.id}.${pin.pin}`, pin.name, partCard.name].some((name) => name.toLowerCase().startsWith(wanted)),
  );
  return { begun, pins: meant };
}

/** How a pin is mentioned in an instruction. */
export const mentionOf = ({ connector, pin }: FoundPin): string => `@${connector.id}.${pin.pin}`;
