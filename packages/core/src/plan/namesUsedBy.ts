import { parseFormula } from '../formula/index.js';
import type { StepReading } from './plan.js';

/** The names that a reading's limits and its own formula use, each once. */
export function namesUsedBy({ derivedFrom, spec }: StepReading): readonly string[] {
  const texts = [derivedFrom, ...(spec.kind === 'formula' ? [spec.min, spec.max] : [])];
  const inFormulas = texts.flatMap((text) => {
    const formula = text === null ? undefined : parseFormula(text);
    return formula?.ok ? formula.value.names : [];
  });
  return [...new Set([...inFormulas, ...(spec.kind === 'curve' ? [spec.of] : [])])];
}
