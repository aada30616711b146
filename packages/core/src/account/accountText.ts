import { accountParts } from '../job/index.js';
import { blankWorkshop, letterheadLines, type Workshop } from '../workshop/index.js';
import type { Account } from './account.js';

/** For whom an account is written. */
export const voices = { customer: 'for the customer', technician: 'for the next technician' } as const;
export type Voice = keyof typeof voices;

/** One block of an account, as every way of writing it down has it. */
export type AccountBlock =
  | { readonly kind: 'text'; readonly title: string; readonly lines: readonly string[] }
  | {
      readonly kind: 'table';
      readonly title: string;
      readonly head: readonly string[];
      readonly rows: readonly (readonly string[])[];
    };

/** An account in one of its voices; what has nothing in it is left out. */
export function accountBlocks(account: Account, voice: Voice): readonly AccountBlock[] {
  return (voice === 'customer' ? customerBlocks(account) : technicianBlocks(account)).filter((block) =>
    block.kind === 'text' ? block.lines.length > 0 : block.rows.length > 0,
  );
}

/** Which bus it is of, in a line. */
export const accountTitle = ({ vehicle: { fleetNumber, plate, line } }: Account): string =>
  [fleetNumber, plate, line].filter((one) => one !== '').join(' · ');

const linesOf = (text: string): readonly string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');

const customerBlocks = ({ customer }: Account): readonly AccountBlock[] =>
  customer.map(({ part, text }) => ({ kind: 'text', title: accountParts[part], lines: linesOf(text) }));

const technicianBlocks = ({
  technician: { concern, cause, correction, ...figures },
}: Account): readonly AccountBlock[] => [
  { kind: 'text', title: 'Concern', lines: linesOf(concern) },
  { kind: 'text', title: 'Cause', lines: linesOf(cause) },
  { kind: 'text', title: 'Correction', lines: linesOf(correction) },
  {
    kind: 'table',
    title: 'Proof',
    head: ['What must be shown', 'State', 'What was shown'],
    rows: figures.proof.map(({ what, state, said }) => [what, state, said]),
  },
  {
    kind: 'table',
    title: 'Readings',
    head: ['Step', 'Reading', 'Shown', 'Limits', 'Verdict'],
    rows: figures.readings.map(({ step, reading, shown, limits, verdict, when }) => [
      step,
      when === 'after' ? `${reading}, after the repair` : reading,
      shown,
      limits,
      verdict,
    ]),
  },
  {
    kind: 'table',
    title: 'Codes',
    head: ['Unit', 'Code', 'Text', 'State'],
    rows: figures.codes.map(({ unit, code, text, state }) => [unit, code, text, state]),
  },
  {
    kind: 'table',
    title: 'Ruled out',
    head: ['Suspect', 'By'],
    rows: figures.ruledOut.map(({ suspect, because }) => [suspect, because]),
  },
  {
    kind: 'table',
    title: 'Parts',
    head: ['Part', 'Number', 'Quantity'],
    rows: figures.parts.map(({ name, number, quantity }) => [name, number, String(quantity)]),
  },
  { kind: 'text', title: 'Notes', lines: figures.notes },
];

/** As Markdown; what would be a mark of Markdown in what was typed stays text. */
export function accountToMarkdown(account: Account, voice: Voice): string {
  const blocks = accountBlocks(account, voice).map((block) =>
    [
      `## ${block.title}`,
      block.kind === 'text'
        ? block.lines.map(plainMarkdown).join('\n\n')
        : [
            row(block.head),
            row(
              block.head.map(() => '---'),
              false,
            ),
            ...block.rows.map((cells) => row(cells)),
          ].join('\n'),
    ].join('\n\n'),
  );
  return `${[`# ${plainMarkdown(accountTitle(account))}`, ...blocks].join('\n\n')}\n`;
}

const row = (cells: readonly string[], isTyped = true): string =>
  `| ${cells.map((cell) => (isTyped ? plainMarkdown(cell).replaceAll('\n', ' ') : cell)).join(' | ')} |`;

const plainMarkdown = (text: string): string =>
  text.replace(/[\\`*_{}[\]<>#|]/g, '\\$&').replace(/^(\s*)([-+]|\d+\.)(?=\s)/, '$1\\$2');

/** As a page of HTML that can be sent by e-mail: no script, no link, its own plain style; what was typed stays text. */
export function accountToHtml(account: Account, voice: Voice, workshop: Workshop = blankWorkshop): string {
  const blocks = accountBlocks(account, voice).map((block) =>
    [
      `<h2>${plainHtml(block.title)}</h2>`,
      block.kind === 'text'
        ? block.lines.map((line) => `<p>${plainHtml(line)}</p>`).join('\n')
        : `<table>\n<tr>${cells(block.head, 'th')}</tr>\n${block.rows.map((one) => `<tr>${cells(one, 'td')}</tr>`).join('\n')}\n</table>`,
    ].join('\n'),
  );
  const title = plainHtml(accountTitle(account));
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<title>${title}</title>
<style>${style}</style>
</head>
<body>
${letterheadHtml(workshop)}<h1>${title}</h1>
${blocks.join('\n')}
</body>
</html>
`;
}

/** The workshop on top, where it is known. */
function letterheadHtml(workshop: Workshop): string {
  const lines = [
    ...(workshop.name === '' ? [] : [`<b>${plainHtml(workshop.name)}</b>`]),
    ...letterheadLines(workshop).map(plainHtml),
  ];
  return lines.length === 0 ? '' : `<address>${lines.join('<br>')}</address>\n`;
}

const cells = (texts: readonly string[], tag: 'td' | 'th'): string =>
  texts.map((text) => `<${tag}>${plainHtml(text)}</${tag}>`).join('');

const style =
  'body{font:16px/1.4 sans-serif;max-width:46em;margin:2em auto;padding:0 1em;color:#222}h1{font-size:1.4em}h2{font-size:1.1em;margin:1.4em 0 .3em}p{margin:.3em 0}table{border-collapse:collapse;width:100%}td,th{border:1px solid #bbb;padding:.25em .5em;text-align:left;vertical-align:top}';

const entities: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

const plainHtml = (text: string): string => text.replace(/[&<>"']/g, (mark) => entities[mark] ?? mark);
