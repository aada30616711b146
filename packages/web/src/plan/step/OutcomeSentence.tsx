import { letterOf, type Outcome, type Step } from '@probe-trail/core/plan';
import { casesOfReading } from '@probe-trail/core/spec';
import type { ReactNode } from 'react';
import { useDraft } from '../draft/editorContext';
import { hues } from '../map/mapGraph';
import { pathColour } from '../map/signpostSize';
import classes from './OutcomeSentence.module.css';

interface SentenceProps {
  readonly readings: Step['readings'];
  readonly outcome: Outcome;
  readonly isFirst: boolean;
}

/** An outcome as one reads it: when it holds, what it says of the suspects, and what comes then. */
export function OutcomeSentence({ readings, outcome, isFirst }: SentenceProps) {
  const { when, pointsTo, clears, expects, meaning } = outcome;
  return (
    <p className={classes.sentence}>
      {when.length === 0 ? isFirst ? 'Always' : 'Otherwise' : <When readings={readings} when={when} />}:{' '}
      <Suspects verb="points to" ids={pointsTo} />
      <Suspects verb="clears" ids={clears} />
      <Suspects verb="expected of" ids={expects} />
      <Goal goTo={outcome.goTo} />
      {meaning !== '' && <span className={classes.meaning}>{meaning}</span>}
    </p>
  );
}

const When = ({ readings, when }: Pick<SentenceProps, 'readings'> & Pick<Outcome, 'when'>) =>
  when.map(({ readingId, zoneIds }, index) => {
    const reading = readings.find(({ id }) => id === readingId);
    const cases = reading ? casesOfReading(reading) : [];
    return (
      <span key={readingId}>
        {index === 0 ? 'When ' : ' and '}
        <b>{reading?.name || readingId}</b> is{' '}
        {zoneIds.map((id, at) => {
          const zone = cases.find((one) => one.id === id);
          return (
            <span key={id}>
              {at > 0 && ' or '}
              <span className={classes.zone} data-ok={zone?.ok}>
                {zone?.name || id}
              </span>
            </span>
          );
        })}
      </span>
    );
  });

function Suspects({ verb, ids }: { readonly verb: string; readonly ids: readonly string[] }): ReactNode {
  const names = useDraft(({ suspects }) =>
    ids.map((id) => suspects.find((suspect) => suspect.id === id)?.name || id).join(', '),
  );
  return ids.length > 0 && `${verb} ${names}, `;
}

function Goal({ goTo }: Pick<Outcome, 'goTo'>) {
  const title = useDraft(({ steps, conclusions }) => {
    if (goTo.kind === 'step') return steps.find(({ id }) => id === goTo.stepId)?.title || goTo.stepId;
    if (goTo.kind === 'conclusion')
      return conclusions.find(({ id }) => id === goTo.conclusionId)?.title || goTo.conclusionId;
    return '';
  });
  const index = useDraft(({ conclusions }) =>
    goTo.kind === 'conclusion' ? conclusions.findIndex(({ id }) => id === goTo.conclusionId) : -1,
  );
  if (goTo.kind === 'nowhere') return <span className={classes.nowhere}>leads nowhere yet.</span>;
  if (goTo.kind === 'step')
    return (
      <>
        then <b>{title}</b>.
      </>
    );
  return (
    <>
      ends in <b style={{ color: pathColour(index % hues) }}>{letterOf(index)}</b> {title}.
    </>
  );
}
