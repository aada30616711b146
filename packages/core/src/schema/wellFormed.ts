/** What makes data unfit before any schema looks at it. */
export type IllFormed =
  | { readonly kind: 'halfCharacter'; readonly path: string }
  | { readonly kind: 'control'; readonly path: string }
  | { readonly kind: 'notFinite'; readonly path: string }
  | { readonly kind: 'tooDeep' }
  | { readonly kind: 'tooMany' };

export interface DataBounds {
  /** Most objects, arrays, texts and numbers together. */
  readonly mostValues: number;
  readonly mostDepth: number;
}

/** Enough for the largest plan; what is more is no document of ours. */
export const documentBounds: DataBounds = { mostValues: 400_000, mostDepth: 40 };

interface Visit {
  readonly value: unknown;
  readonly depth: number;
  readonly name: string;
  readonly parent: Visit | undefined;
}

/**
 * Looks through data that came from outside, without a schema: every text must be Unicode that can be stored, every number
 * finite, and the whole no deeper and no larger than the bounds. Takes no recursion, so that depth cannot end the program.
 * @returns the first fault; `undefined` when there is none
 */
export function findIllFormed(data: unknown, bounds: DataBounds = documentBounds): IllFormed | undefined {
  const open: Visit[] = [{ value: data, depth: 0, name: '', parent: undefined }];
  let values = 0;
  for (let visit = open.pop(); visit; visit = open.pop()) {
    values += 1;
    if (values > bounds.mostValues) return { kind: 'tooMany' };
    if (visit.depth > bounds.mostDepth) return { kind: 'tooDeep' };
    const { value } = visit;
    if (typeof value === 'string') {
      const kind = textFault(value);
      if (kind) return { kind, path: fieldPathOf(visit) };
    } else if (typeof value === 'number') {
      if (!Number.isFinite(value)) return { kind: 'notFinite', path: fieldPathOf(visit) };
    } else if (typeof value === 'object' && value !== null) {
      for (const [name, inner] of Object.entries(value)) {
        const kind = textFault(name);
        if (kind) return { kind, path: fieldPathOf(visit) };
        open.push({ value: inner, depth: visit.depth + 1, name, parent: visit });
      }
    }
  }
  return undefined;
}

export function sayIllFormed(fault: IllFormed): string {
  switch (fault.kind) {
    case 'halfCharacter':
      return `${placeOf(fault)} has half a character in it (a cut emoji, perhaps). Delete it, or write it anew`;
    case 'control':
      return `${placeOf(fault)} has an invisible control character in it. Delete it, or write it anew`;
    case 'notFinite':
      return `${placeOf(fault)} is not a number that can be kept`;
    case 'tooDeep':
      return 'it has things inside things deeper than any document here';
    case 'tooMany':
      return 'it has more parts than any document here';
  }
}

// Line breaks and tabs are text; the other controls are not, and SQLite ends a text at NUL.
// biome-ignore lint/suspicious/noControlCharactersInRegex: it is these that are looked for
const controls = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/;

function textFault(text: string): 'halfCharacter' | 'control' | undefined {
  if (!text.isWellFormed()) return 'halfCharacter';
  return controls.test(text) ? 'control' : undefined;
}

const placeOf = ({ path }: { readonly path: string }) => (path === '' ? 'A text' : path);

/** Such as `events[2].complaint`. */
function fieldPathOf(visit: Visit): string {
  const names: string[] = [];
  for (let at: Visit | undefined = visit; at?.parent; at = at.parent)
    names.unshift(Array.isArray(at.parent.value) ? `[${at.name}]` : `.${at.name.slice(0, 40).toWellFormed()}`);
  return names.join('').replace(/^\./, '');
}

/** A text as it can be stored: half characters become �, controls go. */
export const wellFormedText = (text: string): string => text.toWellFormed().replace(new RegExp(controls, 'g'), '');

/** The same of every text in some data. */
export function wellFormedData<Data>(data: Data): Data {
  return clean(data) as Data;
}

function clean(value: unknown): unknown {
  if (typeof value === 'string') return textFault(value) ? wellFormedText(value) : value;
  if (Array.isArray(value)) return value.map(clean);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([name, inner]) => [wellFormedText(name), clean(inner)]));
}
