import { type CurrentPath, type Plan, placeNamed } from '@probe-trail/core/plan';
import { nanoid } from 'nanoid';

type Point = CurrentPath['points'][number];
type Section = CurrentPath['sections'][number];

const newPoint = (name: string, minutes = 2): Point => ({
  id: `point-${nanoid(5)}`,
  name,
  at: { kind: 'place', name },
  minutes,
  access: 'inReach',
});
const newSection = (more: Partial<Section> = {}): Section => ({
  isLoad: false,
  suspectIds: [],
  mostDrop: 0.1,
  ...more,
});

/** A path to begin with: from the battery through a fuse and a load back to the battery. */
export const newPath = (): CurrentPath => ({
  id: `path-${nanoid(6)}`,
  name: '',
  points: ['Battery +', 'Fuse, far side', 'Feed pin of the load', 'Ground pin of the load', 'Battery −'].map((name) =>
    newPoint(name),
  ),
  sections: [newSection(), newSection(), newSection({ isLoad: true, mostDrop: 0 }), newSection()],
});

/** The path with a point that is called otherwise; a pin of the plan is known by its name, such as C31·2. */
export const namePoint = (plan: Plan, path: CurrentPath, pointId: string, name: string): CurrentPath => ({
  ...path,
  points: path.points.map((point) => (point.id === pointId ? { ...point, name, at: placeNamed(plan, name) } : point)),
});

/** The path with one more point behind this one: the section is parted, and both parts have its suspects. */
export function addPointAfter(path: CurrentPath, pointId: string): CurrentPath {
  const at = placeOf(path, pointId);
  const section = path.sections[at];
  if (!section) return path;
  return {
    ...path,
    points: path.points.toSpliced(at + 1, 0, newPoint('')),
    sections: path.sections.toSpliced(at, 1, { ...section, isLoad: false, mostDrop: section.mostDrop || 0.1 }, section),
  };
}

/** The path without a point: the sections before and behind it become one. A path keeps two points. */
export function removePoint(path: CurrentPath, pointId: string): CurrentPath {
  const at = placeOf(path, pointId);
  if (at < 0 || path.points.length <= 2) return path;
  const [before, behind] = [path.sections[at - 1], path.sections[at]];
  const joined = before && behind && joinSections(before, behind);
  return {
    ...path,
    points: path.points.toSpliced(at, 1),
    sections: joined ? path.sections.toSpliced(at - 1, 2, joined) : path.sections.toSpliced(before ? at - 1 : at, 1),
  };
}

const placeOf = ({ points }: CurrentPath, pointId: string): number => points.findIndex(({ id }) => id === pointId);

const joinSections = (before: Section, behind: Section): Section => ({
  isLoad: before.isLoad || behind.isLoad,
  suspectIds: [...new Set([...before.suspectIds, ...behind.suspectIds])],
  mostDrop: before.mostDrop + behind.mostDrop,
});

/** The path with the section behind a point changed; a load that is set is the only one. */
export function changeSection(path: CurrentPath, pointId: string, more: Partial<Section>): CurrentPath {
  const at = placeOf(path, pointId);
  return {
    ...path,
    sections: path.sections.map((section, index) => {
      if (index === at) return { ...section, ...more };
      return more.isLoad ? { ...section, isLoad: false } : section;
    }),
  };
}

/** The path with a point changed. */
export const changePoint = (path: CurrentPath, pointId: string, more: Partial<Point>): CurrentPath => ({
  ...path,
  points: path.points.map((point) => (point.id === pointId ? { ...point, ...more } : point)),
});
