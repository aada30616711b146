import { type CircuitToKeep, circuitToKeepSchema } from '@probe-trail/core/circuit';
import { closedObject, idText } from '@probe-trail/core/schema';
import type { FastifyPluginAsync, FastifyReply } from 'fastify';
import { answers, answersNothing } from '../answer/index.js';
import { personOf, signedIn } from '../person/index.js';
import { AppError } from '../problem/index.js';
import { circuitAnswer, circuitListAnswer } from './answers.js';
import type { CircuitStore } from './store.js';

export interface CircuitOptions {
  readonly circuits: CircuitStore;
  readonly nowMs: () => number;
}

interface CircuitRoute {
  Params: { circuitId: string };
}

/** Circuits: a draft with errors is kept too, so that no work is lost; `checkCircuit` says what is wrong with it. */
export const circuitPlugin: FastifyPluginAsync<CircuitOptions> = async (app, { circuits, nowMs }) => {
  const params = closedObject({ circuitId: idText() });
  const config = { needs: 'writePlans' } as const;

  const sendCircuit = async (reply: FastifyReply, circuitId: string) => {
    const found = await circuits.circuit(circuitId);
    if (!found) throw new AppError('CIRCUIT_NOT_FOUND', `There is no circuit “${circuitId}”.`);
    return reply.header('etag', `"${found.etag}"`).send(found);
  };

  app.get('/', { schema: answers(circuitListAnswer), config: signedIn }, () => circuits.circuits());

  app.get<CircuitRoute>(
    '/:circuitId',
    { schema: { params, ...answers(circuitAnswer) }, config: signedIn },
    ({ params: { circuitId } }, reply) => sendCircuit(reply, circuitId),
  );

  app.put<CircuitRoute & { Body: CircuitToKeep }>(
    '/:circuitId',
    {
      schema: { params, body: circuitToKeepSchema, ...answers(circuitAnswer) },
      config: { ...config, body: 'circuit' },
    },
    async (request, reply) => {
      const { circuitId } = request.params;
      const { circuit } = request.body;
      if (circuit.id !== circuitId)
        throw new AppError('REQUEST_INVALID', `The circuit says that it is “${circuit.id}”, not “${circuitId}”.`);
      const seen = request.headers['if-match']?.replace(/^(W\/)?"|"$/g, '');
      if (!(await circuits.keep(circuit, seen, { by: personOf(request).name, atMs: nowMs() })))
        throw circuitChanged(circuitId, seen, (await circuits.circuit(circuitId))?.savedBy);
      return sendCircuit(reply, circuitId);
    },
  );

  app.delete<CircuitRoute>(
    '/:circuitId',
    { schema: { params, ...answersNothing }, config },
    async ({ params: { circuitId } }, reply) => {
      await circuits.remove(circuitId);
      return reply.code(204).send();
    },
  );
};

function circuitChanged(circuitId: string, seen: string | undefined, by: string | undefined): AppError {
  if (by === undefined) return new AppError('CIRCUIT_NOT_FOUND', `The circuit “${circuitId}” was deleted meanwhile.`);
  return seen === undefined
    ? new AppError('CIRCUIT_EXISTS', `There is a circuit “${circuitId}” already.`)
    : new AppError('CIRCUIT_CHANGED', `${by} saved this circuit after you opened it. Nothing was overwritten.`);
}
