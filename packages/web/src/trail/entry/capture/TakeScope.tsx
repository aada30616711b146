import { Button, Group, Select } from '@mantine/core';
import type { Instrument } from '@probe-trail/core/instrument';
import { scopeRequestFor, shownUnit } from '@probe-trail/core/instrumentLink';
import type { HookUp } from '@probe-trail/core/plan';
import { useEffect, useRef, useState } from 'react';
import { useKeptState } from '../../../device/keptState';
import { isText } from '../../../device/shapes';
import { takeFromScope } from '../../../recording/takeFromScope';
import { Notice } from '../../../spec/Notice';

interface Probe {
  readonly label: string;
  readonly unitPerVolt: number;
}

/** What stands between the thing and an input, and how much of the unit one volt there is. */
const probes: Readonly<Record<string, readonly [Probe, ...Probe[]]>> = {
  V: [
    { label: 'probe 1:1', unitPerVolt: 1 },
    { label: 'probe 10:1', unitPerVolt: 10 },
    { label: 'probe 20:1', unitPerVolt: 20 },
    { label: 'probe 100:1', unitPerVolt: 100 },
  ],
  A: [
    { label: 'clamp 100 mV/A', unitPerVolt: 10 },
    { label: 'clamp 10 mV/A', unitPerVolt: 100 },
    { label: 'clamp 1 mV/A', unitPerVolt: 1000 },
    { label: 'clamp 1 V/A', unitPerVolt: 1 },
  ],
};

/** Of any other unit, by a transducer. */
const transducers = (unit: string): readonly [Probe, ...Probe[]] => [
  { label: `1 ${unit} for 1 V`, unitPerVolt: 1 },
  { label: `10 ${unit} for 1 V`, unitPerVolt: 10 },
  { label: `100 ${unit} for 1 V`, unitPerVolt: 100 },
  { label: `1000 ${unit} for 1 V`, unitPerVolt: 1000 },
];

interface ScopeProps {
  readonly scope: Instrument;
  readonly hookUp: HookUp;
  /** What the plan calls the channels. */
  readonly channels: readonly string[];
  readonly jobId: string;
  /** What the capture is called. */
  readonly name: string;
  /** Nothing that could be recorded is there yet. */
  readonly isMain: boolean;
  readonly onTaken: (recordingId: string) => void;
}

/** Takes a capture with the scope that is on the network, set as the step has it, with one press. */
export function TakeScope({ scope, hookUp, channels, jobId, name, isMain, onTaken }: ScopeProps) {
  const unit = shownUnit(hookUp.scope?.perDivision.unit ?? 'V');
  const offered = probes[unit] ?? transducers(unit);
  const [label, setLabel] = useKeptState<string>(`probe-${unit}`, offered[0].label, isText);
  const [problem, setProblem] = useState<string | undefined>();
  const [taking, setTaking] = useState<AbortController | undefined>();
  const running = useRef<AbortController | undefined>(undefined);
  useEffect(() => () => running.current?.abort(), []);
  const chosen = offered.find((one) => one.label === label) ?? offered[0];
  const take = async () => {
    setProblem(undefined);
    const request = scopeRequestFor(hookUp, channels, scope.id, chosen.unitPerVolt);
    if (!request.ok) return setProblem(request.problem);
    const own = new AbortController();
    running.current = own;
    setTaking(own);
    const kept = await takeFromScope(jobId, name, request.value, own.signal);
    if (running.current !== own) return;
    running.current = undefined;
    setTaking(undefined);
    if (kept.ok) onTaken(kept.value.recordingId);
    else if (!own.signal.aborted) setProblem(kept.problem);
  };
  const stop = () => {
    running.current?.abort();
    running.current = undefined;
    setTaking(undefined);
  };
  return (
    <>
      <Group align="end" gap="sm">
        <Select
          label="At its inputs"
          size="lg"
          w={240}
          data={offered.map((one) => one.label)}
          value={chosen.label}
          allowDeselect={false}
          disabled={taking !== undefined}
          onChange={(next) => next && setLabel(next)}
        />
        {taking ? (
          <Button size="lg" mih={56} variant="default" onClick={stop}>
            Stop waiting
          </Button>
        ) : (
          <Button size="lg" mih={56} variant={isMain ? 'filled' : 'default'} onClick={() => void take()}>
            Take with {scope.name}
          </Button>
        )}
        {taking && hookUp.scope?.trigger && (
          <p role="status" className="soft">
            {scope.name} waits for its trigger: let it happen now.
          </p>
        )}
      </Group>
      {problem !== undefined && <Notice kind="tooCloseToCall" title={problem} />}
    </>
  );
}
