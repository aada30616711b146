import type { Step, StepReading } from '@probe-trail/core/plan';
import { outcomeOfTaken, unmetNeeds } from '@probe-trail/core/trail';
import { useState } from 'react';
import { SafeMarkdown } from '../../ui/SafeMarkdown';
import { ChoicePanel } from './ChoicePanel';
import { HookUpStrip } from './HookUpStrip';
import { OutcomePanel } from './OutcomePanel';
import { ReadingPanel } from './ReadingPanel';
import { Shelf } from './Shelf';
import { SkipStep } from './SkipStep';
import { StateGate } from './StateGate';
import classes from './StepView.module.css';
import { TakenRow } from './TakenRow';
import type { OpenTrail } from './useTrail';

interface StepProps {
  readonly open: OpenTrail;
  readonly step: Step;
}

/** One step: what it proves, the vehicle state, the hook-up, the instruction, then the readings one after the other. */
export function StepView({ open, step }: StepProps) {
  const unmet = unmetNeeds(open.trail, step.needs);
  return (
    <article className={classes.step}>
      <div className={classes.top}>
        <p className={classes.proves}>{step.proves}</p>
        <Shelf plan={open.plan} step={step} />
      </div>
      <h1 className={classes.title}>{step.title}</h1>
      {unmet.length > 0 ? (
        <StateGate open={open} step={step} unmet={unmet} />
      ) : (
        <>
          {open.trail.overridden.map(({ what, is, reason }) => (
            <p key={what} className={classes.caution}>
              <b>
                Without {what} {is}:
              </b>{' '}
              {reason}
            </p>
          ))}
          {step.hookUp && <HookUpStrip plan={open.plan} hookUp={step.hookUp} />}
          {step.cautions.map((caution) => (
            <p key={caution} className={classes.caution}>
              <b>Mind:</b> {caution}
            </p>
          ))}
          <SafeMarkdown text={step.instruction} />
          <Readings open={open} step={step} />
        </>
      )}
      <SkipStep open={open} step={step} />
    </article>
  );
}

/** The reading that is due, or the last one with the outcome; the others of this step stand above as rows. */
function Readings({ open, step }: StepProps) {
  const [againId, setAgainId] = useState<string | undefined>();
  const { taken } = open.trail;
  const due = step.readings.find(({ id }) => id === againId) ?? step.readings.find(({ id }) => !taken[id]);
  const shown = due ?? step.readings.at(-1);
  const others = step.readings.filter(({ id }) => taken[id] && id !== shown?.id);
  const outcome = due ? undefined : outcomeOfTaken(step, taken);
  return (
    <>
      {others.map(({ id, name }) => (
        <TakenRow key={id} name={name} taken={taken[id]} onAgain={() => setAgainId(id)} />
      ))}
      {shown && (
        <ReadingOf
          open={open}
          step={step}
          reading={shown}
          isDue={due !== undefined}
          onRecorded={() => setAgainId(undefined)}
          onAgain={() => setAgainId(shown.id)}
        />
      )}
      {!due && <OutcomePanel open={open} step={step} outcome={outcome} />}
    </>
  );
}

interface ReadingOfProps extends StepProps {
  readonly reading: StepReading;
  readonly isDue: boolean;
  readonly onRecorded: () => void;
  readonly onAgain: () => void;
}

function ReadingOf({ reading, ...rest }: ReadingOfProps) {
  if (reading.spec.kind === 'choice')
    return <ChoicePanel key={reading.id} reading={reading} spec={reading.spec} {...rest} />;
  return <ReadingPanel key={reading.id} reading={reading} spec={reading.spec} {...rest} />;
}
