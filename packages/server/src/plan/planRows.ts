import { createHash } from 'node:crypto';
import { wordsOf } from '@probe-trail/core/choosing';
import { parseFaultCode } from '@probe-trail/core/codes';
import { effortOf } from '@probe-trail/core/evidence';
import { usagesIn } from '@probe-trail/core/library';
import type { Plan } from '@probe-trail/core/plan';

/** A checked plan document as its tables take it: everything that a save computes from it, and the document as text. */
export interface PlanRows {
  readonly planId: string;
  /** The etag of a document is its content: saving the same twice is harmless. */
  readonly etag: string;
  readonly columns: ReturnType<typeof columnsOf>;
  readonly document: string;
  /** What it uses and speaks of, as JSON. */
  readonly usages: string;
  readonly subjects: string;
  readonly parts: string;
}

/** Takes long for a large plan, so large plans are prepared in another thread. */
export function toPlanRows(plan: Plan): PlanRows {
  const document = JSON.stringify(plan);
  return {
    planId: plan.id,
    etag: createHash('sha256').update(document).digest('base64url').slice(0, 22),
    columns: columnsOf(plan),
    document,
    usages: JSON.stringify(usagesIn(plan)),
    subjects: JSON.stringify(subjectsOf(plan)),
    parts: JSON.stringify(partsOf(plan)),
  };
}

function columnsOf(plan: Plan) {
  const { title, summary, appliesTo, offline } = plan;
  const { expectedMinutes, tools } = effortOf(plan);
  return {
    title,
    summary,
    appliesTo,
    expectedMinutes,
    tools,
    stepCount: plan.steps.length,
    suspectCount: plan.suspects.length,
    offline,
    isBlock: plan.block !== null,
  };
}

interface Subject {
  readonly kind: 'code' | 'word';
  /** A fault code without failure type, or a word as the core's `wordsOf` gives it. */
  readonly value: string;
}

/** Codes and words that a plan speaks of; a block is no answer to a complaint. */
function subjectsOf({ title, appliesTo, block }: Plan): Subject[] {
  if (block) return [];
  const codes = new Set(appliesTo.codes.flatMap((code) => parseFaultCode(code)?.code ?? []));
  const words = wordsOf([title, ...appliesTo.complaints].join('\n'));
  return [
    ...[...codes].map((value) => ({ kind: 'code', value }) as const),
    ...[...words].map((value) => ({ kind: 'word', value }) as const),
  ];
}

interface Part {
  readonly name: string;
  readonly detail: string;
}

/** Part cards and pins of a plan, as they are searched. */
const partsOf = ({ partCards }: Plan): Part[] =>
  partCards.flatMap((card) => [
    { name: card.name, detail: card.place },
    ...card.connectors.flatMap((connector) =>
      connector.pins.map(({ pin, name }) => ({ name: `${connector.id}·${pin}`, detail: `${name}, ${card.name}` })),
    ),
  ]);
