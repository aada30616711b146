import { Select, TagsInput } from '@mantine/core';
import type { Need } from '@probe-trail/core/plan';
import { type Action, actions, proposedAction, vehicleStates } from '@probe-trail/core/vehicleState';
import type { Draft } from 'immer';
import { optionsOf } from '../../fields/optionsOf';
import { withListChange } from '../draft/bindTo';

/** Changes the needs as they stand in the draft then. */
export type EditNeeds = (recipe: (now: Draft<Need>[]) => void) => void;

interface NeedsProps {
  readonly needs: readonly Need[];
  readonly editNeeds: EditNeeds;
}

/** The vehicle state that something needs, a tag each; in the author's own words it also says what makes it so. */
export function NeedFields({ needs, editNeeds }: NeedsProps) {
  return (
    <>
      <TagsInput
        label="Vehicle state"
        description="Such as ignition: on, or buses: asleep (120 s) where it must settle"
        data={knownStates}
        value={needs.map(sayNeed)}
        onChange={(tags) =>
          editNeeds((now) => {
            const known = new Map(now.map((need) => [sayNeed(need), need]));
            const next = withListChange([...known.keys()], needs.map(sayNeed), tags);
            now.splice(0, now.length, ...next.map((tag) => known.get(tag) ?? toNeed(tag)));
          })
        }
        acceptValueOnBlur
      />
      {needs.filter(isOwnWords).map(({ what, is, does }) => (
        <Select
          key={`${what} ${is}`}
          label={`Action that makes ${what} ${is}`}
          description="Used for safety and order"
          data={actionOptions}
          value={does}
          onChange={(next) =>
            next &&
            editNeeds((now) => {
              const need = now.find((one) => one.what === what && one.is === is);
              if (need) need.does = next as Action;
            })
          }
        />
      ))}
    </>
  );
}

const actionOptions = optionsOf(actions);

/** What every vehicle has is done in one way only. */
const isOwnWords = ({ what, is }: Need): boolean => !vehicleStates[what]?.choices.includes(is);

const sayNeed = ({ what, is, settleSeconds }: Need): string =>
  settleSeconds === null ? `${what}: ${is}` : `${what}: ${is} (${settleSeconds} s)`;

const knownStates = Object.entries(vehicleStates).flatMap(([what, { choices }]) =>
  choices.map((is) => `${what}: ${is}`),
);

/** `ignition: on` as a need, with the seconds to settle in brackets; without a colon, the last word is the state. */
function toNeed(tag: string): Need {
  const settle = /\s*\((\d{1,4}) s\)$/.exec(tag);
  const state = settle ? tag.slice(0, settle.index) : tag;
  const [what = '', is = ''] = state.includes(':') ? state.split(/:\s*/) : state.split(/\s+(?=\S+$)/);
  const settleSeconds = settle && Number(settle[1]) > 0 ? Number(settle[1]) : null;
  const [thing, so] = [what.trim() || state.trim(), is.trim() || 'so'];
  return { what: thing, is: so, does: proposedAction(thing, so), settleSeconds };
}
