import { formatPlain } from '../reading/index.js';
import type { Cell } from './pyramid.js';

/** A channel as it is seen. */
export interface SeenChannel {
  readonly name: string;
  readonly unit: string;
  readonly cells: readonly Cell[];
  /** Of another recording that is laid over it. */
  readonly over: readonly Cell[];
}

/** What is seen of a recording, as it is drawn. */
export interface SeenRecording {
  readonly title: string;
  readonly fromMs: number;
  readonly toMs: number;
  readonly channels: readonly SeenChannel[];
  /** Marks and markers, by their names. */
  readonly moments: readonly { readonly atMs: number; readonly text: string }[];
  /** How a moment is called on the axis. */
  readonly sayTime: (atMs: number) => string;
}

const [width, chartHeight, left, right, top, gap] = [1200, 180, 90, 20, 44, 30] as const;
const tickCount = 6;

const signs: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** A text as it may stand in XML; signs that XML does not have are left out. */
const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => signs[sign] ?? '').replace(/[^\t\n\r\u0020-\uFFFD]/gu, '');

/** A drawing of what is seen, in SVG 1.1: the channels below each other, with their units, marks across all of them, and the times below. */
export function recordingToSvg(seen: SeenRecording): string {
  const { title, fromMs, toMs, channels, moments, sayTime } = seen;
  const height = top + channels.length * (chartHeight + gap) + gap;
  const across = (atMs: number) => left + ((atMs - fromMs) / (toMs - fromMs || 1)) * (width - left - right);
  const bottom = height - 2 * gap;
  const ticks = Array.from({ length: tickCount }, (_, at) => fromMs + ((toMs - fromMs) * at) / (tickCount - 1));
  const seenMoments = moments.filter(({ atMs }) => atMs >= fromMs && atMs <= toMs);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="sans-serif" font-size="14">`,
    `<title>${escaped(title)}</title>`,
    `<rect width="${width}" height="${height}" fill="#fff"/>`,
    text(left, 22, title, 'start', ' font-size="18"'),
    ...channels.map((channel, at) => chartOf(channel, top + at * (chartHeight + gap))),
    ...seenMoments.flatMap(({ atMs, text: name }) => {
      const x = across(atMs).toFixed(1);
      return [
        `<line x1="${x}" x2="${x}" y1="${top}" y2="${bottom}" stroke="#b5361c" stroke-dasharray="4 3"/>`,
        text(Number(x) + 4, top + 14, name, 'start'),
      ];
    }),
    ...ticks.map((atMs) => text(across(atMs), height - gap, sayTime(atMs), 'middle')),
    '</svg>',
    '',
  ].join('\n');
}

const text = (x: number, y: number, words: string, anchor: 'start' | 'middle' | 'end', more = ''): string =>
  `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" text-anchor="${anchor}"${more}>${escaped(words)}</text>`;

function chartOf({ name, unit, cells, over }: SeenChannel, y: number): string {
  const all = [...cells, ...over].filter(({ least }) => !Number.isNaN(least));
  const least = all.reduce((found, cell) => Math.min(found, cell.least), Number.POSITIVE_INFINITY);
  const most = all.reduce((found, cell) => Math.max(found, cell.most), Number.NEGATIVE_INFINITY);
  const place = (value: number) => y + chartHeight - ((value - least) / (most - least || 1)) * chartHeight;
  const line = (of: readonly Cell[], more: string) => {
    const path = pathOf(of, place);
    return path === '' ? [] : [`<path d="${path}" fill="none" stroke="#16231f" stroke-width="1.2"${more}/>`];
  };
  return [
    `<rect x="${left}" y="${y}" width="${width - left - right}" height="${chartHeight}" fill="none" stroke="#d8d2c2"/>`,
    text(left + 6, y + chartHeight - 8, name, 'start'),
    ...(all.length > 0
      ? [
          text(left - 6, y + 12, `${formatPlain(most)} ${unit}`, 'end'),
          text(left - 6, y + chartHeight, `${formatPlain(least)} ${unit}`, 'end'),
        ]
      : []),
    ...line(cells, ''),
    ...line(over, ' stroke-dasharray="6 4"'),
  ].join('\n');
}

/** Down and up in each cell; where there is none, the line is broken. */
function pathOf(cells: readonly Cell[], place: (value: number) => number): string {
  const step = (width - left - right) / Math.max(1, cells.length);
  let isBroken = true;
  const parts: string[] = [];
  for (const [at, { least, most }] of cells.entries()) {
    if (Number.isNaN(least)) {
      isBroken = true;
      continue;
    }
    const x = (left + (at + 0.5) * step).toFixed(1);
    parts.push(`${isBroken ? 'M' : 'L'}${x} ${place(least).toFixed(1)}`);
    if (most > least) parts.push(`L${x} ${place(most).toFixed(1)}`);
    isBroken = false;
  }
  return parts.join('');
}
