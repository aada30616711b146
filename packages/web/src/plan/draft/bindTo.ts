import type { Draft } from 'immer';

/**
 * Changes a part of the draft as it stands then, which is found by its ids. Edits in a row with the same `field` are undone as one;
 * `null` stands by itself.
 */
export type EditPart<T> = (field: string | null, recipe: (now: Draft<T>) => void) => void;

/** The names of the fields of `T` that hold a `Value`. */
type FieldOf<T, Value> = {
  [Key in keyof T]: Value extends T[Key] ? (T[Key] extends Value ? Key : never) : never;
}[keyof T] &
  string;

/** The names of the fields of `T` that hold one of a few words. */
type WordOf<T> = { [Key in keyof T]: T[Key] extends string ? Key : never }[keyof T] & string;

/**
 * The one way from a part of the draft to its fields and back: what a field shows comes from `shown`, and what is written in it goes
 * into the part as it stands then. A field never sees more of the part than its own value, so it cannot put back the rest.
 * @param lengths how long its texts may be; a field takes no more
 */
export const bindTo = <T extends object>(
  shown: T,
  edit: EditPart<NoInfer<T>>,
  lengths?: { readonly [Key in keyof T]?: number },
) => ({
  /** Of a text field. */
  text: <Key extends FieldOf<T, string>>(key: Key) => ({
    value: shown[key] as string,
    onText: (text: string) => edit(key, put(key, text as T[Key])),
    maxLength: lengths?.[key],
  }),
  /** Of a field whose text must make sense before it goes into the draft. */
  commit: <Key extends keyof T & string>(key: Key) => ({
    onCommit: (value: T[Key]) => edit(key, put(key, value)),
  }),
  /** Of a choice among a few words; those that stand in `data`. */
  pick: <Key extends WordOf<T>>(key: Key) => ({
    value: shown[key] as string,
    onChange: (word: string | null) => {
      if (word !== null) edit(null, put(key, word as T[Key]));
    },
  }),
  /** Of a field with several words: what was added or taken away is added to or taken from those that stand there then. */
  list: <Key extends FieldOf<T, readonly string[]>>(key: Key) => {
    const before = shown[key] as readonly string[];
    return {
      value: [...before],
      onChange: (after: readonly string[]) =>
        edit(null, (now) => {
          const there = now as Record<Key, readonly string[]>;
          there[key] = withListChange(there[key], before, after);
        }),
    };
  },
});

/** Puts a value into a field of a part. */
export const put =
  <T extends object, Key extends keyof T>(key: Key, value: T[Key]) =>
  (now: Draft<T>): void => {
    (now as T)[key] = value;
  };

/** A list with what a field made of what it showed: `before` became `after`. */
export function withListChange(
  now: readonly string[],
  before: readonly string[],
  after: readonly string[],
): readonly string[] {
  const gone = new Set(before.filter((one) => !after.includes(one)));
  const added = after.filter((one) => !before.includes(one) && !now.includes(one));
  return [...now.filter((one) => !gone.has(one)), ...added];
}
