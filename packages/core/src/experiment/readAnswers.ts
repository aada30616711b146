import { parseReading, sayReadingProblem } from '../reading/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { findUnit } from '../units/index.js';
import type { Answers, Ask, AskProblem, Told } from './experiment.js';

/** Reads what was answered, or says which answer cannot be used and why. */
export function readAnswers(asks: readonly Ask[], answers: Answers): Result<Told, AskProblem> {
  for (const ask of asks) {
    const message = problemOf(ask, asks, answers);
    if (message !== undefined) return failed({ askId: ask.id, message: message });
  }
  return ok(toldBy(asks, answers));
}

/** What was answered, or what is proposed where nothing was. */
const given = ({ id, initial }: Ask, answers: Answers) => (answers[id] ?? initial).trim();
const parts = (text: string) =>
  text
    .split(';')
    .map((one) => one.trim())
    .filter((one) => one !== '');

function problemOf(ask: Ask, asks: readonly Ask[], answers: Answers): string | undefined {
  const text = given(ask, answers);
  if (text === '') return ask.mayBeEmpty ? undefined : `“${ask.label}” is empty.`;
  switch (ask.is) {
    case 'text':
    case 'place':
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
      return problems.find((message) => message !== undefined);
    }
  }
}

function unitFor({ unit = '' }: Ask, asks: readonly Ask[], answers: Answers): string {
  const asked = asks.find(({ id }) => id === unit);
  return asked ? given(asked, answers) : unit;
}

function numberProblem(text: string, unit: string): string | undefined {
  const reading = parseReading(text, { unit });
  if (!reading.ok) return sayReadingProblem(reading.problem);
  return reading.value.kind === 'exact' ? undefined : `“${text}” is not a number to judge by.`;
}

/** Reads answers that have no problem. */
function toldBy(asks: readonly Ask[], answers: Answers): Told {
  const text = (askId: string) => {
    const ask = asks.find(({ id }) => id === askId);
    return ask ? given(ask, answers) : '';
  };
  const read = (askId: string, typed: string): number | undefined => {
    const ask = asks.find(({ id }) => id === askId);
    const reading = parseReading(typed, { unit: ask ? unitFor(ask, asks, answers) : '' });
    return reading.ok && reading.value.kind === 'exact' ? reading.value.value : undefined;
  };
  return {
    text,
    number: (askId) => read(askId, text(askId)),
    values: (askId) => parts(text(askId)).flatMap((typed) => read(askId, typed) ?? []),
    names: (askId) => parts(text(askId)),
  };
}
