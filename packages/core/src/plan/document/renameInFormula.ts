import { parseFormula } from '../../formula/index.js';
import type { Spec } from '../../spec/index.js';

type NewNames = ReadonlyMap<string, string>;

// Not the e3 of 1e3.
const nameInFormula = /\b[A-Za-z]\w*/g;

/** A formula with names replaced; one that cannot be read is left to its author. */
export function renameInFormula(names: NewNames, text: string): string {
  const formula = parseFormula(text);
  if (!formula.ok || !formula.value.names.some((name) => names.has(name))) return text;
  return text.replace(nameInFormula, (name) => names.get(name) ?? name);
}

/** The limits with other names in what they depend on; the same where they use none of them. */
export function renameInSpec(names: NewNames, spec: Spec): Spec {
  if (spec.kind === 'curve') {
    const of = names.get(spec.of) ?? spec.of;
    return of === spec.of ? spec : { ...spec, of };
  }
  if (spec.kind !== 'formula') return spec;
  const limit = (text: string | null) => (text === null ? null : renameInFormula(names, text));
  const [min, max] = [limit(spec.min), limit(spec.max)];
  return min === spec.min && max === spec.max ? spec : { ...spec, min, max };
}
