import { indexPlan } from '../plan/index.js';
import { parseReading } from '../reading/index.js';
import type { Draft } from './draft.js';
import type { Misfit } from './misfit.js';
import type { TrailEventOf } from './trailEvent.js';

/** Volts along the way of a current: they change what is known, and not the place. Measured again, the newer one counts. */

export function addPath(draft: Draft, { path }: TrailEventOf<'pathAdded'>): Misfit | undefined {
  const { plan } = draft;
  if (plan.paths.some(({ id }) => id === path.id)) return { kind: 'thereAlready', what: 'path', id: path.id };
  const { suspects } = indexPlan(plan);
  const unknown = path.sections.flatMap(({ suspectIds }) => suspectIds).find((id) => !suspects.has(id));
  if (unknown !== undefined) return { kind: 'noSuchSuspect', suspectId: unknown };
  draft.plan = { ...plan, paths: [...plan.paths, path] };
  return undefined;
}

export function measurePoint(draft: Draft, event: TrailEventOf<'pointMeasured'>): Misfit | undefined {
  const { pathId, pointId, text, atMs, by } = event;
  const points = draft.plan.paths.find(({ id }) => id === pathId)?.points ?? [];
  // The black lead stays at the last point: there is nothing to measure.
  if (!points.slice(0, -1).some(({ id }) => id === pointId)) return { kind: 'noSuchPoint', pointId };
  const parsed = parseReading(text, { unit: 'V' });
  if (!parsed.ok) return { kind: 'entry', problem: { kind: 'reading', problem: parsed.problem } };
  const reading = parsed.value;
  if (reading.kind !== 'exact') return { kind: 'entry', problem: { kind: 'wrongEntry', expected: 'number of volts' } };
  const readings = { ...draft.pathReadings[pathId], [pointId]: { reading, atMs, by } };
  draft.pathReadings = { ...draft.pathReadings, [pathId]: readings };
  return undefined;
}

export function takePointBack(draft: Draft, { pathId, pointId }: TrailEventOf<'pointTakenBack'>): Misfit | undefined {
  const { [pointId]: taken, ...others } = draft.pathReadings[pathId] ?? {};
  if (!taken) return { kind: 'noSuchPoint', pointId };
  draft.pathReadings = { ...draft.pathReadings, [pathId]: others };
  return undefined;
}

/** Whether current flows on a path: what its volts alone cannot tell. */
export function seeCurrent(draft: Draft, { pathId, flows }: TrailEventOf<'currentSeen'>): Misfit | undefined {
  if (!draft.plan.paths.some(({ id }) => id === pathId)) return { kind: 'noSuchPath', pathId };
  const { [pathId]: _, ...others } = draft.pathCurrents;
  draft.pathCurrents = flows === null ? others : { ...others, [pathId]: flows };
  return undefined;
}
