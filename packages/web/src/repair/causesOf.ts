import { blankRepair, type Repair } from '@probe-trail/core/repair';
import type { Trail } from '@probe-trail/core/trail';

/** Something that may have been at fault, with what the plan says of its repair. */
export interface Cause {
  readonly name: string;
  readonly suspectId: string;
  readonly trailId: string;
  readonly repair: string;
  /** What goes with the repair. */
  readonly afterwards: string;
}

/** The suspects of a trail, those first that its conclusion names. */
export function causesOf(trailId: string, { plan, at }: Pick<Trail, 'plan' | 'at'>): readonly Cause[] {
  const found = at.kind === 'concluded' ? plan.conclusions.find(({ id }) => id === at.conclusionId) : undefined;
  const isNamed = ({ id }: { readonly id: string }) => found?.suspectIds.includes(id) ?? false;
  return [...plan.suspects.filter(isNamed), ...plan.suspects.filter((suspect) => !isNamed(suspect))].map(
    ({ id, name, repair, afterRepair }) => ({ name, suspectId: id, trailId, repair, afterwards: afterRepair }),
  );
}

/** A repair of a cause as the plan describes it, open for change. */
export const repairOf = (cause: Cause | undefined): Repair =>
  cause
    ? {
        ...blankRepair,
        cause: cause.name,
        suspectId: cause.suspectId,
        trailId: cause.trailId,
        done: cause.repair,
        way: wayIn(cause.repair),
      }
    : blankRepair;

/** What the first word of the plan's repair says is done: “Clean the stud and …”. */
function wayIn(repair: string): Repair['way'] {
  const first = /^\p{L}+/u.exec(repair.trim())?.[0].toLowerCase() ?? '';
  return first === 'repair' || first === 'clean' || first === 'adjust' || first === 'reprogram' ? first : 'replace';
}
