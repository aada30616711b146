import { Button, FileButton, Group } from '@mantine/core';
import { type Circuit, type CircuitInfo, checkCircuit, readCircuit } from '@probe-trail/core/circuit';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { sayFailure } from '../../api/api';
import { useKeepCircuitMutation } from '../../circuit/circuitApi';
import { Notice } from '../../spec/Notice';
import { sayCount } from '../../ui/sayCount';

/** Takes in a circuit file; shows what is in it, and what it would replace, before it does so. */
export function ImportCircuit({ circuits }: { readonly circuits: readonly CircuitInfo[] }) {
  const [offer, setOffer] = useState<Circuit | undefined>();
  const [problem, setProblem] = useState<string | undefined>();
  const [keep, { isLoading }] = useKeepCircuitMutation();
  const navigate = useNavigate();
  const read = (text: string) => {
    const found = readCircuit(parsed(text));
    setOffer(found.ok ? found.value : undefined);
    setProblem(found.ok ? undefined : found.problem);
  };
  const replaced = circuits.find(({ circuitId }) => circuitId === offer?.id);
  const takeIn = async (circuit: Circuit) => {
    const kept = await keep({ circuit, etag: replaced?.etag });
    if (kept.error) setProblem(sayFailure(kept.error));
    else await navigate(`/circuits/${circuit.id}`);
  };
  return (
    <>
      <FileButton accept=".json,application/json" onChange={(file) => void file?.text().then(read)}>
        {(props) => (
          <Button {...props} variant="default">
            Import a circuit
          </Button>
        )}
      </FileButton>
      {problem !== undefined && (
        <Notice kind="outOfSpec" title="This circuit was not taken in">
          <p>{problem}</p>
        </Notice>
      )}
      {offer && (
        <Notice kind="tooCloseToCall" title={offer.name || offer.id}>
          <p>{sayOffer(offer)}</p>
          {replaced && <p>{`It replaces “${replaced.name}”, which ${replaced.savedBy} saved.`}</p>}
          <Group mt="sm">
            <Button loading={isLoading} onClick={() => void takeIn(offer)}>
              {replaced ? 'Replace it' : 'Take it in'}
            </Button>
            <Button variant="default" onClick={() => setOffer(undefined)}>
              Cancel
            </Button>
          </Group>
        </Notice>
      )}
    </>
  );
}

function sayOffer(circuit: Circuit): string {
  const findings = checkCircuit(circuit);
  const said =
    findings.length === 0 ? 'nothing is wrong with it' : `the check finds ${sayCount(findings.length, 'thing')}`;
  return `${sayCount(circuit.components.length, 'part')}, ${sayCount(circuit.wires.length, 'wire')}; ${said}.`;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    // What is no JSON is no circuit either; the reader says so.
    return undefined;
  }
}
