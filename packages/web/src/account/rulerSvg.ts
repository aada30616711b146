import { indexPlan } from '@probe-trail/core/plan';
import type { Proof } from '@probe-trail/core/proof';
import { formatPlain } from '@probe-trail/core/reading';
import { isMeasured, limitsOf, numberIn, type ZoneLine } from '@probe-trail/core/spec';
import { measuringContextOf, type Trail } from '@probe-trail/core/trail';
import { rulerScale } from '../spec/rulerScale';
import { tokenColour } from '../ui/tokenColour';

/** A reading before and after the repair, with its limits, to be drawn on paper. */
export interface RulerOnPaper {
  readonly title: string;
  readonly line: ZoneLine;
  readonly unit: string;
  readonly before: number;
  readonly after: number;
}

/** The repeated readings of a proof that are one number each, and have limits. */
export const rulersOf = (proof: Proof | undefined, trails: ReadonlyMap<string, Trail>): readonly RulerOnPaper[] =>
  (proof?.points ?? []).flatMap(({ again }): RulerOnPaper[] => {
    const trail = again && trails.get(again.trailId);
    const step = trail && indexPlan(trail.plan).steps.get(again.stepId);
    if (!step || !again.after?.reading || !again.before?.reading || !isMeasured(again.reading.spec)) return [];
    const { reading } = again;
    const limits = limitsOf(again.reading.spec, measuringContextOf(trail, step, reading).valueFor);
    if (!limits.ok) return [];
    const [before, after] = [numberIn(again.before.reading), numberIn(again.after.reading)];
    const title = `${step.title}: ${reading.name}`;
    return [{ title, line: limits.value.line, unit: again.reading.spec.unit, before, after }];
  });

const [width, height] = [460, 64];

/** As a drawing of lines and texts alone, in the colours of paper. */
export function rulerSvg({ line, unit, before, after }: RulerOnPaper): string {
  const scale = rulerScale(line.cuts);
  const x = (value: number): number => Math.round(scale.placeOf(value) * width * 10) / 10;
  const edges = [0, ...line.cuts.map(x), width];
  const [ok, bad, soft] = [tokenColour('--fern-wash'), tokenColour('--ember-wash'), tokenColour('--print-soft')];
  const bands = line.zones.map(
    ({ ok: isOk }, at) =>
      `<rect x="${edges[at]}" y="22" width="${(edges[at + 1] ?? width) - (edges[at] ?? 0)}" height="14" fill="${isOk ? ok : bad}"/>`,
  );
  const cuts = line.cuts.map(
    (cut) => `<path d="M${x(cut)} 20v18" stroke="black"/>${textAt(x(cut), 48, `${formatPlain(cut)} ${unit}`, soft)}`,
  );
  const needle = (value: number, said: string, isHollow: boolean) =>
    `<path d="M${x(value)} 22l-6 -9h12z" fill="${isHollow ? 'none' : 'black'}" stroke="black"/>${textAt(x(value), 9, said, 'black')}`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${bands.join('')}${cuts.join('')}${needle(before, 'before', true)}${needle(after, 'after', false)}</svg>`;
}

/** Texts at the ends stay within the drawing. */
function textAt(x: number, y: number, text: string, colour: string): string {
  const anchor = x < 40 ? 'start' : x > width - 40 ? 'end' : 'middle';
  return `<text x="${x}" y="${y}" font-size="9" text-anchor="${anchor}" fill="${colour}">${text}</text>`;
}
