import type { Spec } from '@probe-trail/core/spec';

/**
 * Changes the spec as it stands in the draft then, never a copy that was drawn before: two fields that are written in one breath
 * would take back each other. Changes in a row to one field are undone together.
 */
export type EditSpec<S extends Spec> = (field: string | null, change: (now: S) => S) => void;

/** The same for a spec of these kinds; once it is of another kind, what was meant for the old one is passed over. */
export function ofKind<Kind extends Spec['kind']>(
  onChange: EditSpec<Spec>,
  ...kinds: readonly Kind[]
): EditSpec<Extract<Spec, { kind: Kind }>> {
  const isOfKind = (spec: Spec): spec is Extract<Spec, { kind: Kind }> => kinds.some((kind) => kind === spec.kind);
  return (field, change) => onChange(field, (now) => (isOfKind(now) ? change(now) : now));
}

/** What the editor of one kind of limits gets. */
export interface KindProps<S extends Spec> {
  readonly spec: S;
  readonly onChange: EditSpec<S>;
}
