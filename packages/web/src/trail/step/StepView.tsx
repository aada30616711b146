import { Button } from '@mantine/core';
import { type Step, type StepReading, sayEffort } from '@probe-trail/core/plan';
import { isMeasured, isSeries } from '@probe-trail/core/spec';
import {
  closeCallAsks,
  isAdded,
  outcomeOfTaken,
  settledAtMs,
  type TakenReading,
  unmetNeeds,
} from '@probe-trail/core/trail';
import { lazy, Suspense, useMemo, useState } from 'react';
import { flushSync } from 'react-dom';
import { nowMs } from '../../device/clock';
import { keptText } from '../../device/keptTexts';
import { Cautions } from '../../part/Cautions';
import { SafeMarkdown } from '../../part/SafeMarkdown';
import { useChosenCaptures } from '../../recording/captureFor';
import { ChoicePanel } from '../entry/ChoicePanel';
import { CloseCall } from '../entry/CloseCall';
import { CountPanel } from '../entry/CountPanel';
import { DerivedReading } from '../entry/DerivedReading';
import { OfferedReading } from '../entry/OfferedReading';
import { ReadingPanel } from '../entry/ReadingPanel';
import { ReadyBar } from '../entry/ReadyBar';
import { placeOf, type ReadingProps } from '../entry/recordReading';
import { SeriesPanel } from '../entry/series/SeriesPanel';
import { TakenRow } from '../entry/TakenRow';
import takenClasses from '../entry/TakenRow.module.css';
import { type Kit, useKit } from '../entry/useKit';
import { useTypedAnywhere } from '../entry/useTypedAnywhere';
import type { OpenTrail } from '../log/useTrail';
import { HookUpStrip } from './HookUpStrip';
import { isBesideTheWay, OutcomePanel, sayReturn } from './OutcomePanel';
import { Shelf } from './Shelf';
import { StateGate } from './StateGate';
import { StepActions } from './StepActions';
import { StepActuator } from './StepActuator';
import classes from './StepView.module.css';
import { useMoment } from './useMoment';

interface StepProps {
  readonly open: OpenTrail;
  readonly step: Step;
}

/** One step: what it proves, the vehicle state, the hook-up, the instruction, then the readings one after the other. */
export function StepView({ open, step }: StepProps) {
  const unmet = unmetNeeds(open.trail, step.needs);
  const settlesAtMs = settledAtMs(open.trail, step.needs);
  useMoment(settlesAtMs);
  const isShut = unmet.length > 0 || settlesAtMs > nowMs();
  return (
    <article className={classes.step}>
      <p className={classes.proves}>
        {isBesideTheWay(open.trail) && <b>{sayBeside(open, step)} </b>}
        {step.proves} <span className={classes.effort}>{sayEffort(step)}</span>
      </p>
      <div className={classes.top}>
        <h1 className={classes.title}>{step.title}</h1>
        <Shelf plan={open.trail.plan} step={step} />
      </div>
      {isShut ? (
        <>
          <StateGate open={open} step={step} unmet={unmet} settlesAtMs={settlesAtMs} />
          <WhatComes open={open} step={step} />
        </>
      ) : (
        <OpenStep open={open} step={step} />
      )}
      <StepActions open={open} step={step} />
    </article>
  );
}

/** What the step is going to be, while the vehicle is brought into its state: what to fetch, where the leads go, what is done. */
function WhatComes({ open, step }: StepProps) {
  const entered = step.readings.filter(({ derivedFrom }) => derivedFrom === null);
  const kit = useKit(open, step, entered[0]);
  const hookUp = entered[0]?.hookUp ?? step.hookUp;
  return (
    <section className={classes.comes} aria-label="What comes then">
      <h2>Then</h2>
      {hookUp && <HookUpStrip plan={open.trail.plan} step={step} hookUp={hookUp} kit={kit} />}
      <SafeMarkdown text={step.instruction} plan={open.trail.plan} />
    </section>
  );
}

/** Why a step is done out of its turn, and where the trail goes on after it. */
function sayBeside(open: OpenTrail, { id }: Step): string {
  const { proving } = open.trail;
  const what = proving
    ? 'Proof of the repair'
    : isAdded(open.trail, id)
      ? 'A test of your own'
      : 'A test out of its turn';
  return `${what}, then ${sayReturn(open)}.`;
}

function OpenStep({ open, step }: StepProps) {
  const [againId, setAgainId] = useState<string | undefined>();
  const entered = useMemo(() => step.readings.filter(({ derivedFrom }) => derivedFrom === null), [step.readings]);
  const due = entered.find(({ id }) => id === againId) ?? entered.find(({ id }) => !open.trail.taken[id]);
  // Of several that are all entered, each is a row: what comes of them has the room.
  const shown = due ?? (entered.length === 1 ? entered[0] : undefined);
  const hookUp = shown?.hookUp ?? step.hookUp;
  const kit = useKit(open, step, shown);
  const readings = (
    <Readings open={open} step={step} kit={kit} entered={entered} due={due} shown={shown} onAgain={setAgainId} />
  );
  return (
    <>
      {open.trail.overridden.map(({ what, is, reason }) => (
        <p key={what} className={classes.caution}>
          <b>
            Without {what} {is}:
          </b>{' '}
          {reason}
        </p>
      ))}
      <Cautions step={step} />
      {hookUp && <HookUpStrip plan={open.trail.plan} step={step} hookUp={hookUp} kit={kit} />}
      <SafeMarkdown text={step.instruction} plan={open.trail.plan} />
      {step.actuator ? (
        <StepActuator key={step.id} open={open} use={step.actuator}>
          {readings}
        </StepActuator>
      ) : (
        readings
      )}
    </>
  );
}

interface ReadingsProps extends StepProps {
  readonly kit: Kit;
}

interface EnteredProps extends ReadingsProps {
  readonly entered: readonly StepReading[];
  readonly due: StepReading | undefined;
  readonly shown: StepReading | undefined;
  /** Takes up a reading that is to be entered again; `undefined` once it is recorded. */
  readonly onAgain: (readingId: string | undefined) => void;
}

/** The reading that is due, or the last one with the outcome; the others of this step stand above as rows. */
function Readings({ open, step, kit, entered, due, shown, onAgain }: EnteredProps) {
  const { trail } = open;
  const { taken } = trail;
  const [chosen, setChosen] = useChosenCaptures(`${open.trailId}/${step.id}`);
  const [isTyped, setIsTyped] = useState(false);
  const captured = useMemo(
    () => (trail.jobId === null ? [] : entered.filter(({ id, capture }) => capture && (!taken[id] || id === due?.id))),
    [trail.jobId, entered, taken, due],
  );
  // A capture that is chosen has the room, until somebody types.
  const isCaptured = shown !== undefined && captured.includes(shown) && Object.keys(chosen).length > 0 && !isTyped;
  useTypedAnywhere(() => {
    // At once: the field is there, and takes this very character.
    if (isCaptured) flushSync(() => setIsTyped(true));
  });
  const others = entered.filter(({ id }) => taken[id] && id !== shown?.id);
  return (
    <>
      {others.length > 0 && (
        <div className={takenClasses.rows}>
          {others.map(({ id, name }) => (
            <TakenRow key={id} name={name} taken={taken[id]} onAgain={() => onAgain(id)} />
          ))}
        </div>
      )}
      {captured.length > 0 && trail.jobId !== null && (
        <Suspense>
          <StepCapture
            key={step.id}
            open={open}
            step={step}
            kit={kit}
            jobId={trail.jobId}
            readings={captured}
            chosen={chosen}
            onChoose={setChosen}
            onRecorded={() => onAgain(undefined)}
          />
        </Suspense>
      )}
      {isCaptured && (
        <Button variant="subtle" size="lg" onClick={() => setIsTyped(true)}>
          Type it instead
        </Button>
      )}
      {shown && !isCaptured && (
        <ReadingOf
          open={open}
          step={step}
          kit={kit}
          reading={shown}
          isDue={due !== undefined}
          onRecorded={() => onAgain(undefined)}
          onAgain={() => onAgain(shown.id)}
        />
      )}
      {!due && <Ending open={open} step={step} kit={kit} onAgain={onAgain} />}
    </>
  );
}

interface EndingProps extends ReadingsProps {
  readonly onAgain: (readingId: string) => void;
}

/** What comes once everything is entered: what is computed from it, what is too close to call, and the outcome. */
function Ending({ open, step, kit, onAgain }: EndingProps) {
  const { taken } = open.trail;
  const close = step.readings.flatMap(({ id }) => closeCallOf(open, taken[id]) ?? [])[0];
  return (
    <>
      {step.readings.map((reading) => (
        <DerivedReading key={reading.id} open={open} step={step} reading={reading} kit={kit} />
      ))}
      {close ? (
        <CloseCall open={open} step={step} taken={close.taken} asks={close.asks} kit={kit} onAgain={onAgain} />
      ) : (
        <OutcomePanel open={open} step={step} outcome={outcomeOfTaken(step, taken)} />
      )}
    </>
  );
}

function closeCallOf({ trail: { plan } }: OpenTrail, taken: TakenReading | undefined) {
  const asks = taken && closeCallAsks(plan.tooClose, taken);
  return asks && { asks, taken };
}

function ReadingOf(props: ReadingProps) {
  return (
    <>
      <OfferedReading key={`offer-${props.reading.id}`} {...props} />
      <PanelOf key={placeOf(props)} {...props} />
    </>
  );
}

/** What was typed before the page was left, or is recorded already, is shown at once. */
const isOpenAtOnce = (props: ReadingProps): boolean =>
  !props.isDue || keptText(`typed-${placeOf(props)}`) !== undefined;

// Few steps measure on captures; opening and drawing them comes with it.
const StepCapture = lazy(() => import('../entry/capture/StepCapture'));

// Few steps judge a drive; recording and drawing come with it.
const DrivePanel = lazy(() => import('../entry/drive/DrivePanel'));

/** The panel that fits the kind of limit. */
function PanelOf(props: ReadingProps) {
  const { spec } = props.reading;
  const label = props.reading.name || props.step.title;
  if (spec.kind === 'choice') return <ChoicePanel {...props} spec={spec} />;
  if (spec.kind === 'count') return <CountPanel {...props} spec={spec} />;
  if (spec.kind === 'drive')
    return (
      <Suspense>
        <DrivePanel {...props} spec={spec} />
      </Suspense>
    );
  if (isSeries(spec))
    return (
      <ReadyBar label={label} isOpenAtOnce={isOpenAtOnce(props)}>
        <SeriesPanel {...props} spec={spec} />
      </ReadyBar>
    );
  if (isMeasured(spec))
    return (
      <ReadyBar label={label} isOpenAtOnce={isOpenAtOnce(props)}>
        <ReadingPanel {...props} spec={spec} />
      </ReadyBar>
    );
  return spec satisfies never;
}
