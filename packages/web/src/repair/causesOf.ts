import { sayTask } from '@probe-trail/core/plan';
import { blankRepair, type Repair } from '@probe-trail/core/repair';
import { placeOfTrail, type Trail } from '@probe-trail/core/trail';

/** Something that may have been at fault, with what the plan says of its repair. */
export interface Cause {
  readonly name: string;
  readonly suspectId: string;
  readonly trailId: string;
  readonly repair: string;
  /** What goes with the repair. */
  readonly afterwards: string;
  /** What is looked at and replaced with it. */
  readonly companions: readonly string[];
  /** Work afterwards, in its order, a line each. */
  readonly tasks: readonly string[];
  /** Whether the conclusion names it. */
  readonly isNamed: boolean;
}

/** The suspects of a trail, those first that its conclusion names. */
export function causesOf(trailId: string, trail: Pick<Trail, 'plan' | 'at' | 'proving'>): readonly Cause[] {
  const { plan } = trail;
  // A step that is done again to prove a repair does not take the cause back.
  const at = placeOfTrail(trail);
  const found = at.kind === 'concluded' ? plan.conclusions.find(({ id }) => id === at.conclusionId) : undefined;
  const isNamed = ({ id }: { readonly id: string }) => found?.suspectIds.includes(id) ?? false;
  return [...plan.suspects.filter(isNamed), ...plan.suspects.filter((suspect) => !isNamed(suspect))].map((suspect) => ({
    name: suspect.name,
    suspectId: suspect.id,
    trailId,
    repair: suspect.repair,
    afterwards: suspect.afterRepair,
    companions: suspect.companions,
    tasks: suspect.tasks.map(sayTask),
    isNamed: isNamed(suspect),
  }));
}

/** The repair of what was found, as the plan describes it; nothing is presumed where the conclusion names none, or several. */
export function offeredRepair(causes: readonly Cause[]): Repair {
  const [named, another] = causes.filter(({ isNamed }) => isNamed);
  return named && !another ? { ...blankRepair, ...repairOf(named) } : blankRepair;
}

/** What a repair of this cause says, as the plan describes it. */
export const repairOf = ({ name, suspectId, trailId, repair }: Cause) => ({
  cause: name,
  suspectId,
  trailId,
  done: repair,
  way: wayIn(repair),
});

/** What the first word of the plan's repair says is done: “Clean the stud and …”. */
function wayIn(repair: string): Repair['way'] {
  const first = /^\p{L}+/u.exec(repair.trim())?.[0].toLowerCase() ?? '';
  return first === 'repair' || first === 'clean' || first === 'adjust' || first === 'reprogram' ? first : 'replace';
}
