import { type Plan, withPictures } from '../plan/index.js';
import { type PaperEnd, type PaperIssue, type PaperPinout, type PaperStep, paperOf } from './paperOf.js';

/** The paper version of a plan as Markdown, with a box for every reading and arrows that say where to go next. */
export function toMarkdown(plan: Plan, issue: PaperIssue | undefined): string {
  const { title, summary, facts, blanks, asked, steps, ends, pinouts } = paperOf(plan, issue);
  return `${[
    `# ${title}`,
    summary,
    facts.map((fact) => `- ${fact}`).join('\n'),
    blanks.map((blank) => `- ${blank}: ________`).join('\n'),
    ...(asked.length > 0
      ? [
          '## Before you begin',
          asked.map(({ name, unit, ask }) => `- ${name}: ▢ ________ ${unit}${after(ask)}`).join('\n'),
        ]
      : []),
    '## Steps',
    ...steps.map(stepText),
    '## Ends',
    ...ends.map(endText),
    ...(pinouts.length > 0 ? ['## Pins', ...pinouts.map(pinoutText)] : []),
  ]
    .filter((part) => part !== '')
    .join('\n\n')}\n`;
}

const after = (text: string): string => (text === '' ? '' : ` (${text})`);

function stepText({ number, title, proves, lines, instruction, cautions, effort, readings, outcomes }: PaperStep) {
  return [
    `### ${number}. ${title}`,
    proves === '' ? `*${effort}*` : `*${proves} (${effort})*`,
    ...lines.map(({ name, text }) => `${name}: ${text}`),
    cautions.map((caution) => `**Caution:** ${caution}`).join('\n\n'),
    // A file of text has no pictures in it.
    withPictures(instruction, (caption) => `*(picture: ${caption})*`),
    readings.map(({ name, limits, from }) => `- ${name}${from ? ` = ${from}` : ''}: ▢ ________ — ${limits}`).join('\n'),
    outcomes.map(({ when, meaning, goTo }) => `- ${when} → **${goTo}**${after(meaning)}`).join('\n'),
  ]
    .filter((part) => part !== '')
    .join('\n\n');
}

const endText = ({ letter, title, summary, repairs }: PaperEnd): string =>
  [
    `### ${letter}. ${title}`,
    summary,
    repairs
      .map(({ name, text, lines }) => [`- ${name}: ${text}`, ...lines.map((line) => `  - ▢ ${line}`)].join('\n'))
      .join('\n'),
  ]
    .filter((part) => part !== '')
    .join('\n\n');

const pinoutText = ({ connector, pins }: PaperPinout): string =>
  [
    `### ${connector}`,
    [
      '| pin | what it is for | wire |',
      '| --- | --- | --- |',
      ...pins.map((row) => `| ${row.pin} | ${row.name} | ${row.wire} |`),
    ].join('\n'),
  ].join('\n\n');
