import { type CurrentPath, type HookUp, type Lead, type PartCard, type Plan, renameMentions } from '../plan/index.js';
import { failed, ok, type Result } from '../result/index.js';

/** A pin, as it is called on every plan that has it. */
export interface PinName {
  readonly connectorId: string;
  readonly pin: string;
}

/** As it stands on the screen: C31·2. */
export const sayPinName = ({ connectorId, pin }: PinName): string => `${connectorId}·${pin}`;

/** Reads `C31·2` or `C31.2`; `undefined` where no pin is written so. */
export function readPinName(text: string): PinName | undefined {
  const [, connectorId = '', pin = ''] = /^\s*([\w-]+)\s*[.·]\s*([\w-]+)\s*$/.exec(text) ?? [];
  return pin === '' ? undefined : { connectorId, pin };
}

/** The plan with this card in the place of the one of its id; one that has none of that id stays as it is. */
export const replaceCard = (plan: Plan, card: PartCard): Plan =>
  plan.partCards.some(({ id }) => id === card.id)
    ? { ...plan, partCards: plan.partCards.map((one) => (one.id === card.id ? card : one)) }
    : plan;

/**
 * The plan with a pin renamed wherever it stands: on its card, in the drawing of the connector, under leads, in instructions, and where it
 * is filled in for a block.
 * @returns a sentence where a pin of the new name is there already; both would be one then
 */
export function renamePin(plan: Plan, from: PinName, toPin: string): Result<Plan, string> {
  const to = { ...from, pin: toPin };
  const isTaken = plan.partCards.some(({ connectors }) =>
    connectors.some(({ id, pins }) => id === from.connectorId && pins.some(({ pin }) => pin === toPin)),
  );
  if (isTaken) return failed(`“${plan.title}” has a pin ${sayPinName(to)} already.`);
  const isIt = (pin: PinName) => pin.connectorId === from.connectorId && pin.pin === from.pin;
  const renamed = <At extends Pick<Lead, 'at'>>(one: At): At =>
    one.at.kind === 'pin' && isIt(one.at) ? { ...one, at: { ...one.at, pin: toPin } } : one;
  const point = (one: CurrentPath['points'][number]) => {
    const after = renamed(one);
    return after === one ? one : { ...after, name: sayPinName(to) };
  };
  return ok({
    ...plan,
    partCards: plan.partCards.map((card) => withPinRenamed(card, from, toPin)),
    paths: plan.paths.map((path) => ({ ...path, points: path.points.map(point) })),
    uses: plan.uses.map((use) => ({
      ...use,
      inputs: use.inputs.map((input) => {
        const named = readPinName(input.value);
        return named && isIt(named) ? { ...input, value: `${from.connectorId}.${toPin}` } : input;
      }),
    })),
    steps: plan.steps.map((step) => ({
      ...step,
      instruction: renameMentions(step.instruction, from, to),
      hookUp: withLeads(step.hookUp, renamed),
      readings: step.readings.map((reading) =>
        reading.hookUp ? { ...reading, hookUp: withLeads(reading.hookUp, renamed) } : reading,
      ),
    })),
  });
}

const withLeads = (hookUp: HookUp | null, change: (lead: Lead) => Lead): HookUp | null =>
  hookUp && { ...hookUp, leads: hookUp.leads.map(change) };

/** A card with one of its pins renamed, in the drawing of the connector too. */
const withPinRenamed = (card: PartCard, { connectorId, pin: from }: PinName, to: string): PartCard => ({
  ...card,
  connectors: card.connectors.map((connector) =>
    connector.id === connectorId
      ? {
          ...connector,
          pins: connector.pins.map((pin) => (pin.pin === from ? { ...pin, pin: to } : pin)),
          face: connector.face && {
            ...connector.face,
            rows: connector.face.rows.map((row) => row.map((pin) => (pin === from ? to : pin))),
          },
        }
      : connector,
  ),
});
