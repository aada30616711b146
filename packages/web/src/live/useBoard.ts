import type { LiveValue } from '@probe-trail/core/liveValue';
import { useMemo } from 'react';
import { useKeptState } from '../device/keptState';
import { isListOf, isShaped, isText } from '../device/shapes';
import { type ComputedValues, useComputed } from './useComputed';

/** Values that are looked at together, under a name; kept on this device for each model. */
export interface LiveSet {
  readonly name: string;
  readonly keys: readonly string[];
}

/** What stands on the board of a model, and in which order. Who looks at a model looks at the same values again. */
export interface LiveBoardState {
  readonly shown: readonly LiveValue[];
  /** Values that can be added. */
  readonly others: readonly LiveValue[];
  /** The keys that the vehicle is asked for. */
  readonly asked: readonly string[];
  readonly computed: ComputedValues;
  readonly sets: readonly LiveSet[];
  readonly add: (key: string) => void;
  readonly remove: (key: string) => void;
  /** Puts one value where another stands. */
  readonly move: (key: string, to: string) => void;
  readonly show: (set: LiveSet) => void;
  /** Keeps what stands on the board under a name; a set of that name is replaced. */
  readonly keepAs: (name: string) => void;
  readonly forget: (name: string) => void;
}

const none: readonly string[] = [];
const noSets: readonly LiveSet[] = [];
const isKeys = isListOf(isText);
const isSets = isListOf(isShaped<LiveSet>({ name: isText, keys: isKeys }));

export function useBoard(lineId: string, values: readonly LiveValue[]): LiveBoardState {
  const [keys, setKeys] = useKeptState<readonly string[]>(`live-${lineId}`, none, isKeys);
  const [sets, setSets] = useKeptState<readonly LiveSet[]>(`live-sets-${lineId}`, noSets, isSets);
  const computed = useComputed(lineId, values);
  return useMemo(() => {
    const all = new Map([...values, ...computed.values].map((value) => [value.key, value]));
    const shown = keys.flatMap((key) => all.get(key) ?? []);
    const shownKeys = new Set(shown.map(({ key }) => key));
    const isInSet = (key: string) => sets.some((set) => set.keys.includes(key));
    return {
      shown,
      others: [...all.values()].filter(({ key }) => !shownKeys.has(key)),
      asked: [...new Set(shown.flatMap(({ key }) => computed.inputsOf(key) ?? [key]))],
      computed,
      sets,
      add: (key) => setKeys((last) => [...last, key]),
      remove: (key) => {
        setKeys((last) => last.filter((one) => one !== key));
        // What is computed for one board alone goes with it.
        if (!isInSet(key)) computed.remove(key);
      },
      move: (key, to) =>
        setKeys((last) => {
          const others = last.filter((one) => one !== key);
          const at = last.indexOf(to);
          return at < 0 ? last : [...others.slice(0, at), key, ...others.slice(at)];
        }),
      show: (set) => setKeys(set.keys),
      keepAs: (name) => setSets((last) => [...last.filter((set) => set.name !== name), { name, keys }]),
      forget: (name) => setSets((last) => last.filter((set) => set.name !== name)),
    };
  }, [values, computed, keys, sets, setKeys, setSets]);
}
