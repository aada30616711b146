import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect } from 'chai';
import { comparePlans, type Plan, readPlan, readPlanFile } from '../index.js';

type Key = string | number;

/** Of places of one kind, such as the titles of steps, these many are tried in each of the demo plans. */
const mostOfAKind = 1;

/** Every value of a document that holds no other, and every list, by the way to it. */
function* placesIn(value: unknown, way: readonly Key[] = []): Generator<readonly Key[]> {
  if (typeof value !== 'object' || value === null) return yield way;
  if (Array.isArray(value) && value.length > 0) yield way;
  for (const [key, inner] of Object.entries(value))
    yield* placesIn(inner, [...way, Array.isArray(value) ? Number(key) : key]);
}

const other = (value: unknown): readonly unknown[] => {
  if (typeof value === 'string') return [`${value} x`, `${value}x`];
  if (typeof value === 'number') return [value + 1, value - 1, value * 1.5];
  if (typeof value === 'boolean') return [!value];
  return Array.isArray(value) ? [value.slice(1), value.slice(0, -1)] : [1, 'x', 0.5];
};

function withAt(value: unknown, [key, ...way]: readonly Key[], next: unknown): unknown {
  if (key === undefined) return next;
  if (Array.isArray(value)) return value.map((item, index) => (index === key ? withAt(item, way, next) : item));
  const object = value as Record<string, unknown>;
  return { ...object, [key]: withAt(object[key], way, next) };
}

const at = (value: unknown, way: readonly Key[]): unknown =>
  way.reduce<unknown>((inner, key) => (inner as Record<Key, unknown>)[key], value);

describe('comparePlans, over every value of a plan', () => {
  const folder = fileURLToPath(new URL('../../../../../demo/plans/', import.meta.url));
  // What says which document it is, the names by which its own parts are known, and what follows from the block of a step.
  const isApart = (way: readonly Key[]) =>
    ['id', 'format', 'formatVersion', 'accepted'].includes(String(way[0])) ||
    way.at(-1) === 'id' ||
    (way[0] === 'steps' && way[2] === 'use');

  for (const file of readdirSync(folder).filter((name) => name.endsWith('.json')))
    it(`says that one of ${file} is another`, () => {
      const read = readPlanFile(readFileSync(`${folder}${file}`, 'utf8'));
      if (!read.ok) throw new Error(JSON.stringify(read.problem));
      const { plan } = read.value;
      const silent = new Set<string>();
      const seen = new Map<string, number>();
      for (const way of placesIn(plan)) {
        const kind = way.map((key) => (typeof key === 'number' ? '·' : key)).join(' ');
        const times = (seen.get(kind) ?? 0) + 1;
        seen.set(kind, times);
        if (isApart(way) || times > mostOfAKind) continue;
        const valid = other(at(plan, way))
          .map((next) => readPlan(withAt(plan, way, next)))
          .flatMap((one): Plan[] => (one.ok ? [one.value] : []));
        if (
          valid.some((next) => JSON.stringify(next) !== JSON.stringify(plan) && comparePlans(plan, next).length === 0)
        )
          silent.add(kind);
      }
      // Over the load itself nothing is said of what may be lost.
      silent.delete('paths · sections · mostDrop');
      expect([...silent]).to.deep.equal([]);
    }).timeout(60_000);
});
