import { type GoTo, type Plan, sayCondition } from '../plan/index.js';

/** The map of a plan in the Mermaid language: steps as boxes, conclusions as rounded ends, an arrow for every outcome that leads somewhere. */
export function toMermaid(plan: Plan): string {
  const nodes = new Map<string, string>([
    ...plan.steps.map(({ id }, index) => [`step:${id}`, `s${index + 1}`] as const),
    ...plan.conclusions.map(({ id }, index) => [`conclusion:${id}`, `c${index + 1}`] as const),
  ]);
  const nodeOf = (kind: string, id: string) => nodes.get(`${kind}:${id}`);
  return `${[
    'flowchart TD',
    ...plan.steps.map(({ id, title }) => `  ${nodeOf('step', id)}[${label(title || id)}]`),
    ...plan.conclusions.map(({ id, title }) => `  ${nodeOf('conclusion', id)}([${label(title || id)}])`),
    ...plan.steps.flatMap((step) =>
      step.outcomes.flatMap((outcome) => {
        const to = goalNode(outcome.goTo, nodeOf);
        return to ? [`  ${nodeOf('step', step.id)} -->|${label(sayCondition(step, outcome))}| ${to}`] : [];
      }),
    ),
  ].join('\n')}\n`;
}

function goalNode(goTo: GoTo, nodeOf: (kind: string, id: string) => string | undefined): string | undefined {
  if (goTo.kind === 'step') return nodeOf('step', goTo.stepId);
  return goTo.kind === 'conclusion' ? nodeOf('conclusion', goTo.conclusionId) : undefined;
}

// Inside quotes only these two can end a label; a line break would end the statement.
const label = (text: string): string => `"${text.replaceAll('"', '#quot;').replaceAll('`', "'").replace(/\s+/g, ' ')}"`;
