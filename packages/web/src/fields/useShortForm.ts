import { useForm } from '@mantine/form';
import { boundsOf, type Checked, lengthsOf, validate } from '@probe-trail/core/schema';
import type { FormEvent } from 'react';

/** A schema of the core: of what a form sends. */
type FormSchema = Parameters<typeof validate>[0] & {
  readonly fields: object;
  readonly __outputType: object;
  readonly cast: (values: unknown) => unknown;
};

interface ShortFormOptions<Schema extends FormSchema> {
  readonly schema: Schema;
  readonly initial: Checked<Schema>;
  /** What is checked and sent instead of what stands in the fields, such as without rows that were left empty. */
  readonly tidy?: (values: Checked<Schema>) => Checked<Schema>;
  /** Hears of every change, to keep what is written. */
  readonly onChange?: (values: Checked<Schema>) => void;
  /**
   * Takes what was written, as the schema reads it: without spaces around a name.
   * @param reset brings the form back to how it began
   */
  readonly send: (values: Checked<Schema>, reset: () => void) => unknown;
}

/** A form with few fields: what may stand in each, how long its text and how large its number may be is asked of the schema alone. */
export function useShortForm<Schema extends FormSchema>(options: ShortFormOptions<Schema>) {
  type Values = Checked<Schema>;
  const { schema, initial, onChange, send, tidy = (values: Values) => values } = options;
  const read = (values: Values) => schema.cast(tidy(values)) as Values;
  const faultsIn = (values: Values): Record<string, string> => {
    const checked = validate(schema, read(values));
    return checked.ok ? {} : Object.fromEntries(checked.problem.map(({ path, message }) => [formPath(path), message]));
  };
  const form = useForm({
    initialValues: initial,
    validate: faultsIn,
    transformValues: read,
    ...(onChange ? { onValuesChange: onChange } : {}),
  });
  const faults = faultsIn(form.values);
  const lengths = lengthsOf(schema);
  const bounds = boundsOf(schema);
  return {
    values: form.values,
    /** Whether it can be sent as it is. */
    isReady: Object.keys(faults).length === 0,
    /** What is wrong with what stands in the fields; nothing is said of those that are still empty. */
    problem: sayFaults(faults, tidy(form.values)),
    set: (values: Partial<Values>) => form.setValues(values),
    /** The same from what stands there now: for what comes later than it was asked for, such as a picture. */
    change: (recipe: (now: Values) => Partial<Values>) =>
      form.setValues((now) => ({ ...now, ...recipe(now as Values) })),
    onSubmit: form.onSubmit((values) => void send(values, form.reset)) as (event?: FormEvent<HTMLFormElement>) => void,
    /** Of a field that takes a text. */
    text: (key: keyof typeof lengths & string) => ({ ...form.getInputProps(key), maxLength: lengths[key] }),
    /** Of a field that takes a number. */
    number: (key: keyof typeof bounds & string) => ({ ...form.getInputProps(key), ...bounds[key] }),
    /** Of a switch. */
    isOn: (key: keyof Values & string) => form.getInputProps(key, { type: 'checkbox' }),
    /** Of any other field. */
    field: (key: keyof Values & string) => form.getInputProps(key),
  };
}

/** The faults of values that are there, in a sentence each; `undefined` without any. */
function sayFaults(faults: Readonly<Record<string, string>>, values: object): string | undefined {
  const said = Object.entries(faults).flatMap(([path, message]) => (isEmpty(valueAt(values, path)) ? [] : [message]));
  return said.length > 0 ? `${said.join('. ')}.` : undefined;
}

const isEmpty = (value: unknown): boolean =>
  value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0);

const valueAt = (values: object, path: string): unknown =>
  path
    .split('.')
    .reduce<unknown>(
      (value, key) => (typeof value === 'object' && value !== null ? Reflect.get(value, key) : undefined),
      values,
    );

/** `rows[1].what` as the library writes it: `rows.1.what`. */
const formPath = (path: string): string => path.replaceAll(/\[(\d+)\]/g, '.$1');

export type ShortForm<Schema extends FormSchema> = ReturnType<typeof useShortForm<Schema>>;
