import { parseReading, sayReadingProblem } from '../reading/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { findUnit } from '../units/index.js';
import type { Answers, Ask, AskProblem, Told } from './experiment.js';

/** Reads what was answered, or says which answer cannot be used and why. */
export function readAnswers(asks: readonly Ask[], answers: Answers): Result<Told, AskProblem> {
  for (const ask of asks) {
    const says = problemOf(ask, asks, answers);
    if (says !== undefined) return failed({ askId: ask.id, says });
  }
  return ok(toldBy(asks, answers));
}

const given = (answers: Answers, id: string) => (answers[id] ?? '').trim();
const parts = (text: string) =>
  text
    .split(';')
    .map((one) => one.trim())
    .filter((one) => one !== '');

function problemOf(ask: Ask, asks: readonly Ask[], answers: Answers): string | undefined {
  const text = given(answers, ask.id);
  if (text === '') return ask.mayBeEmpty ? undefined : `“${ask.label}” is empty.`;
  switch (ask.is) {
    case 'text':
    case 'names':
      return undefined;
    case 'unit': {
      const unit = findUnit(text);
      if (!unit) return `“${text}” is not a unit known here.`;
      return unit.base.quantity === 'pressure' && unit.datum === undefined
        ? `A pressure needs its datum: ${text}(g) or ${text}(abs).`
        : undefined;
    }
    case 'number':
      return numberProblem(text, unitFor(ask, asks, answers));
    case 'values': {
      const unit = unitFor(ask, asks, answers);
      const problems = parts(text).map((one) => numberProblem(one, unit));
      return problems.find((says) => says !== undefined);
    }
  }
}

const unitFor = ({ unit = '' }: Ask, asks: readonly Ask[], answers: Answers): string =>
  asks.some(({ id }) => id === unit) ? given(answers, unit) : unit;

function numberProblem(text: string, unit: string): string | undefined {
  const reading = parseReading(text, { unit });
  if (!reading.ok) return sayReadingProblem(reading.problem);
  return reading.value.kind === 'exact' ? undefined : `“${text}” is not a number to judge by.`;
}

/** Reads answers that have no problem. */
function toldBy(asks: readonly Ask[], answers: Answers): Told {
  const unitOfAsk = (askId: string) => {
    const ask = asks.find(({ id }) => id === askId);
    return ask ? unitFor(ask, asks, answers) : '';
  };
  const number = (text: string, unit: string): number | undefined => {
    const reading = parseReading(text, { unit });
    return reading.ok && reading.value.kind === 'exact' ? reading.value.value : undefined;
  };
  return {
    text: (askId) => given(answers, askId),
    number: (askId) => number(given(answers, askId), unitOfAsk(askId)),
    values: (askId) => parts(given(answers, askId)).flatMap((text) => number(text, unitOfAsk(askId)) ?? []),
    names: (askId) => parts(given(answers, askId)),
  };
}
