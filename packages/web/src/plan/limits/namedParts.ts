import { nanoid } from 'nanoid';

/** The names of parts as tags; a part that stays keeps its id. */
export function namedParts<Part extends { readonly id: string; readonly name: string }>(
  parts: readonly Part[],
  names: readonly string[],
) {
  return names.map((name) => parts.find((part) => part.name === name) ?? { id: `m${nanoid(5)}`, name });
}
