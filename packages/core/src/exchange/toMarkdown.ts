import { type Plan, withPictures } from '../plan/index.js';
import { type PaperEnd, type PaperStep, paperOf } from './paperOf.js';

/** The paper version of a plan as Markdown, with a box for every reading and arrows that say where to go next. */
export function toMarkdown(plan: Plan): string {
  const { title, summary, facts, asked, steps, ends } = paperOf(plan);
  return `${[
    `# ${title}`,
    summary,
    facts.map((fact) => `- ${fact}`).join('\n'),
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
      .map(
        ({ name, repair, afterRepair }) => `- ${name}: ${[repair, afterRepair].filter((one) => one !== '').join(' ')}`,
      )
      .join('\n'),
  ]
    .filter((part) => part !== '')
    .join('\n\n');
