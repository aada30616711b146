import { parseFormula } from '../../formula/index.js';
import type { StepReading } from './plan.js';

/** The formulas of a reading: its own, and those of its limits. */
export const formulasOf = ({ derivedFrom, spec }: Pick<StepReading, 'derivedFrom' | 'spec'>): readonly string[] =>
  [derivedFrom, ...(spec.kind === 'formula' ? [spec.min, spec.max] : [])].filter((text) => text !== null);

/** The names that a reading's limits and its own formula use, each once. */
export function namesUsedBy({ derivedFrom, spec }: StepReading): readonly string[] {
  const inFormulas = formulasOf({ derivedFrom, spec }).flatMap((text) => {
    const formula = parseFormula(text);
    return formula.ok ? formula.value.names : [];
  });
  return [...new Set([...inFormulas, ...(spec.kind === 'curve' ? [spec.of] : [])])];
}
