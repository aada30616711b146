import { Button } from '@mantine/core';
import {
  type Instrument,
  type InstrumentFunction,
  type MeterSource,
  quantityOfFunction,
} from '@probe-trail/core/instrument';
import { leadsAtOf, textOfMeter } from '@probe-trail/core/instrumentLink';
import { type HookUp, hookUpOf } from '@probe-trail/core/plan';
import { findUnit } from '@probe-trail/core/units';
import { useEffect, useRef, useState } from 'react';
import { sayFailure } from '../../api/api';
import { useReadMeterMutation } from '../../instrument/instrumentApi';
import { keepFocus } from './LiveStrip';
import type { ReadingProps } from './recordReading';
import classes from './TakeMeter.module.css';

type MeterProps = Pick<ReadingProps, 'open' | 'step' | 'reading' | 'kit'>;

interface NetworkMeter {
  readonly meter: Instrument;
  readonly jobId: string;
  readonly hookUp: HookUp;
}

interface TakeProps extends MeterProps {
  readonly network: NetworkMeter;
  readonly unit: string;
  /** The row that is filled, where there are several. */
  readonly rowName?: string;
  readonly onTaken: (text: string, meter: MeterSource) => void;
}

/** The meter on the network from which a reading can be taken, with what it is asked for; `undefined` where there is none. */
export function networkMeterOf({ open, step, reading, kit }: MeterProps, unit: string): NetworkMeter | undefined {
  const { jobId } = open.trail;
  const hookUp = hookUpOf(step, reading);
  if (!kit.onNetwork || jobId === null || !hookUp || !isShownIn(hookUp.instrument, unit)) return undefined;
  return { meter: kit.onNetwork, jobId, hookUp };
}

/** A step may have a clamp for its current and leads for its voltages: what is set to the one does not show the other. */
const isShownIn = (measures: InstrumentFunction, unit: string): boolean =>
  quantityOfFunction(measures) === findUnit(unit)?.base.quantity;

/** Takes a reading from a meter with one press, as long as nothing is typed. */
export function TakeMeter({ network, kit, reading, unit, rowName, onTaken }: TakeProps) {
  const { meter, jobId, hookUp } = network;
  const [read, { isLoading }] = useReadMeterMutation();
  const [problem, setProblem] = useState<string | undefined>();
  // Whoever types meanwhile has the last word: this is gone then, and what the meter says is for nobody.
  const isHere = useRef(true);
  useEffect(() => {
    isHere.current = true;
    return () => {
      isHere.current = false;
    };
  }, []);
  const take = async () => {
    setProblem(undefined);
    const { instrument: measures, range } = hookUp;
    const leads = leadsAtOf(hookUp, rowName ?? reading.name);
    const answer = await read({ jobId, request: { instrumentId: meter.id, measures, range, leads } });
    if (!isHere.current) return;
    if (answer.error) return setProblem(sayFailure(answer.error));
    const text = textOfMeter(answer.data, unit);
    if (!text.ok) return setProblem(text.problem);
    if (!kit.instrument) kit.choose(meter);
    const { identity, range: usedRange, unit: toldUnit } = answer.data;
    return onTaken(text.value, { identity, range: usedRange, unit: toldUnit });
  };
  return (
    <section className={classes.meter} aria-label="From the meter">
      <p role="status">{problem ?? <span className="soft">Type what the meter shows, or press:</span>}</p>
      <Button size="lg" mih={56} loading={isLoading} onClick={() => void take()} {...keepFocus}>
        Take from {meter.name}
      </Button>
    </section>
  );
}
