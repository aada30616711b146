import { type CapturedMeasure, type CapturedReading, fitFacts } from '../captureSource/index.js';
import type { FactKind } from './fact.js';
import { detectors, plainFacts } from './known.js';

const nameIn = (facts: Readonly<Record<string, FactKind>>, id: string): string =>
  Object.hasOwn(facts, id) ? (facts[id]?.name ?? id) : id;

/** What is measured, in words: “peak of the inrush, current of a motor”. */
export function sayMeasure(measure: CapturedMeasure): string {
  switch (measure.kind) {
    case 'detector':
      return `${nameIn(detectors[measure.detector].facts, measure.fact)}, ${detectors[measure.detector].name}`;
    case 'between': {
      const part = `from ${measure.from ?? 'its beginning'} to ${measure.to ?? 'its end'}`;
      const of = measure.detector === null ? '' : `, ${detectors[measure.detector].name}`;
      return `${nameIn(plainFacts, measure.fact)} ${part}${of}`;
    }
    case 'reference':
      return `${fitFacts[measure.fact].name} against a known-good capture`;
  }
}

/** How a reading is taken from a capture: “peak of the inrush, current of a motor; of front left, front right”. */
export const sayCapturedReading = ({ channels, measure }: CapturedReading): string =>
  `${sayMeasure(measure)}; of ${channels.map((name) => name || 'a channel').join(', ')}`;
