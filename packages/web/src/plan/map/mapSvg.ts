import type { MapArm, MapGraph, MapStep } from './mapGraph';
import type { MapLayout } from './mapLayout';
import { armHeight, headHeight, heightOf, signpostWidth } from './signpostSize';
import { svgPathOf } from './wayPath';

// A drawing leaves the application: its colours are those of the day, written out.
const ink = { text: '#16231f', soft: '#52615b', rule: '#d8d2c2', sheet: '#fffefa', way: '#5f6b7a' };
const pathColours = ['#0a6577', '#8a3f7d', '#2c6e3f', '#a04a12', '#3c57a6', '#7a6400', '#9c2f44', '#4d5a2e'];
const margin = 24;
const lineHeight = 22;

/** The map of a plan as an SVG drawing, with the conclusions and their letters below it. */
export function mapSvg(
  { steps, ways, ends }: MapGraph,
  layout: MapLayout,
  titleOf: (conclusionId: string) => string,
): string {
  const placed = steps.flatMap((step) => {
    const at = layout.steps.get(step.id);
    return at ? [{ step, ...at }] : [];
  });
  const left = Math.min(0, ...placed.map(({ x }) => x)) - margin;
  const top = Math.min(0, ...placed.map(({ y }) => y)) - margin;
  const right = Math.max(0, ...placed.map(({ x }) => x + signpostWidth)) + margin * 2;
  const bottom = Math.max(0, ...placed.map(({ y, step }) => y + heightOf(step))) + margin;
  const height = bottom + ends.length * lineHeight + margin;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${left} ${top} ${right - left} ${height - top}" font-family="sans-serif" font-size="13">
<defs><marker id="to" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" orient="auto"><path d="M0 0.5L7.5 4L0 7.5z" fill="${ink.way}"/></marker></defs>
${ways
  .map(({ id, end }) => {
    const points = layout.ways.get(id) ?? [];
    return `<path d="${svgPathOf(points)}" fill="none" stroke="${end ? pathColours[end.hue] : ink.way}" stroke-width="2" marker-end="url(#to)"/>`;
  })
  .join('\n')}
${placed.map(({ step, x, y }) => signpostSvg(step, x, y)).join('\n')}
${ends
  .map(
    ({ conclusionId, letter, hue }, index) =>
      `<text x="${left + margin}" y="${bottom + (index + 1) * lineHeight}" fill="${ink.text}"><tspan font-weight="bold" fill="${pathColours[hue]}">${letter}</tspan>  ${escaped(titleOf(conclusionId))}</text>`,
  )
  .join('\n')}
</svg>
`;
}

function signpostSvg(step: MapStep, x: number, y: number): string {
  return `<g transform="translate(${x} ${y})"><rect width="${signpostWidth}" height="${heightOf(step)}" rx="6" fill="${ink.sheet}" stroke="${ink.rule}" stroke-width="1.5"/><rect width="6" height="${heightOf(step)}" fill="${ink.way}"/>
<text x="14" y="24" font-weight="bold" fill="${ink.text}">${escaped(short(step.title, 30))}</text><text x="14" y="42" fill="${ink.soft}">${step.isFirst ? 'first · ' : ''}${step.minutes} min</text>
${step.arms.map((arm, index) => armSvg(arm, headHeight + index * armHeight)).join('')}</g>`;
}

function armSvg({ label, to }: MapArm, y: number): string {
  const end =
    to.kind === 'end'
      ? `<text x="${signpostWidth - 12}" y="${y + 18}" text-anchor="end" font-weight="bold" fill="${pathColours[to.hue]}">${to.letter}</text>`
      : to.kind === 'open'
        ? `<text x="${signpostWidth - 12}" y="${y + 18}" text-anchor="end" font-style="italic" fill="${ink.soft}">open</text>`
        : '';
  return `<path d="M14 ${y}H${signpostWidth}" stroke="${ink.rule}"/><text x="14" y="${y + 18}" fill="${ink.text}">${escaped(short(label, 32))}</text>${end}`;
}

const short = (text: string, most: number): string => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
