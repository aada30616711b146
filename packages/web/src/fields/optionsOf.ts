/** What a list offers. */
export interface Option<Value extends string = string> {
  readonly value: Value;
  readonly label: string;
}

/** The options of a table from words to what they are called, in the order of the table. */
export const optionsOf = <Word extends string>(table: Readonly<Record<Word, string>>): Option<Word>[] =>
  (Object.entries(table) as [Word, string][]).map(([value, label]) => ({ value, label }));

/** The options of parts that have an id and a name; one without a name is called by its id. */
export const optionsOfParts = (parts: Iterable<{ readonly id: string; readonly name: string }>): Option[] =>
  [...parts].map(({ id, name }) => ({ value: id, label: name || id }));
