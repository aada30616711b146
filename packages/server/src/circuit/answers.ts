import { type CircuitInfo, circuitSchema, type KeptCircuit } from '@probe-trail/core/circuit';
import { closedObject, idText } from '@probe-trail/core/schema';
import { amount, answer, listOf, text } from '../answer/index.js';

const infoFields = {
  circuitId: idText(),
  name: text(),
  lines: listOf(text()),
  componentCount: amount(),
  wireCount: amount(),
  etag: text(),
  savedAtMs: amount(),
  savedBy: text(),
};

export const circuitListAnswer = listOf(answer<CircuitInfo>()(closedObject(infoFields)));

export const circuitAnswer = answer<KeptCircuit>()(closedObject({ ...infoFields, circuit: circuitSchema.required() }));
