import {
  asLiveValue,
  type ComputedValue,
  computeLive,
  inputsOf,
  keyOfComputed,
  type LiveSample,
  type LiveValue,
  valuesByName,
} from '@probe-trail/core/liveValue';
import { nanoid } from 'nanoid';
import { useMemo } from 'react';
import { useKeptState } from '../device/keptState';
import { isListOf, isShaped, isText } from '../device/shapes';

/** A computed value as the board has it, with what it is computed of. */
interface OnBoard {
  readonly computed: ComputedValue;
  readonly value: LiveValue;
  readonly inputs: readonly LiveValue[];
}

/** The values that somebody computes of others on the boards of a model; kept on this device. */
export interface ComputedValues {
  readonly values: readonly LiveValue[];
  /** The keys of what a computed value is computed of; `undefined` for one that is read. */
  readonly inputsOf: (key: string) => readonly string[] | undefined;
  readonly byName: ReadonlyMap<string, LiveValue>;
  /** @returns the key under which it is known from now on */
  readonly add: (computed: Omit<ComputedValue, 'id'>) => string;
  readonly remove: (key: string) => void;
  /** The computed values that change with these keys, as they are now. */
  readonly ofKeys: (
    keys: readonly string[],
    latest: (key: string) => LiveSample | undefined,
  ) => readonly { readonly key: string; readonly value: number | null; readonly uncertainty: number }[];
}

const none: readonly ComputedValue[] = [];
const isComputed = isListOf(isShaped<ComputedValue>({ id: isText, name: isText, formula: isText, unit: isText }));

export function useComputed(lineId: string, all: readonly LiveValue[]): ComputedValues {
  const [kept, setKept] = useKeptState<readonly ComputedValue[]>(`computed-${lineId}`, none, isComputed);
  const byName = useMemo(() => valuesByName(all), [all]);
  const onBoard = useMemo(
    () =>
      kept.flatMap((computed): readonly OnBoard[] => {
        // A value that the model has no longer takes what is computed of it off the board; it is kept.
        const inputs = inputsOf(computed, byName);
        return inputs.ok ? [{ computed, value: asLiveValue(computed, inputs.value), inputs: inputs.value }] : [];
      }),
    [kept, byName],
  );
  return useMemo(
    () => ({
      values: onBoard.map(({ value }) => value),
      inputsOf: (key) => onBoard.find(({ value }) => value.key === key)?.inputs.map((input) => input.key),
      byName,
      add: (computed) => {
        const id = nanoid();
        setKept((last) => [...last, { ...computed, id }]);
        return keyOfComputed(id);
      },
      remove: (key) => setKept((last) => last.filter(({ id }) => keyOfComputed(id) !== key)),
      ofKeys: (keys, latest) =>
        onBoard
          .filter(({ inputs }) => inputs.some(({ key }) => keys.includes(key)))
          .map(({ computed, value: { key } }) => ({ key, ...computeLive(computed, byName, latest) })),
    }),
    [onBoard, byName, setKept],
  );
}
