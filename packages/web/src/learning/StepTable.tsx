import { Table } from '@mantine/core';
import { type PlanLessons, type StepLessons, stepCountNames } from '@probe-trail/core/learning';
import { formatPlain } from '@probe-trail/core/reading';
import { WideTable } from '../ui/WideTable';
import classes from './Lessons.module.css';
import { sayShare } from './sayShare';

/** How long steps really took, how they came out, and what went wrong with them. */
export function StepTable({ lessons: { steps, trails } }: { readonly lessons: PlanLessons }) {
  return (
    <section>
      <h2>The steps</h2>
      <p className="soft">Minutes without pauses: the middle of all, then where eight in ten lie.</p>
      <WideTable label="Steps" columns={['Step', 'Done', 'Minutes', 'Planned', 'How it came out', 'To look at']}>
        {steps.map((step) => (
          <StepRow key={step.stepId} step={step} trails={trails} />
        ))}
      </WideTable>
    </section>
  );
}

interface RowProps {
  readonly step: StepLessons;
  readonly trails: number;
}

function StepRow({ step, trails }: RowProps) {
  const { stepId, title, done, minutes, plannedMinutes, outcomes } = step;
  return (
    <Table.Tr>
      <Table.Td>{title || stepId}</Table.Td>
      <Table.Td className={classes.short ?? ''}>{sayShare(done, trails)}</Table.Td>
      <Table.Td className={classes.short ?? ''}>{minutes && sayMinutes(minutes)}</Table.Td>
      <Table.Td>{formatPlain(plannedMinutes)}</Table.Td>
      <Table.Td>
        {outcomes.map(({ outcomeId, meaning, count }) => (
          <div key={outcomeId}>
            {count} × {meaning || outcomeId}
          </div>
        ))}
      </Table.Td>
      <Table.Td>{toLookAt(step).join(', ')}</Table.Td>
    </Table.Tr>
  );
}

const sayMinutes = ({ median, low, high, count }: NonNullable<StepLessons['minutes']>): string =>
  count === 1 ? tenths(median) : `${tenths(median)} (${tenths(low)} to ${tenths(high)})`;

const tenths = (minutes: number): string => formatPlain(Math.round(minutes * 10) / 10);

/** What an author should look at, in words; nothing where all is well. */
function toLookAt(step: StepLessons): readonly string[] {
  const counted = Object.entries(stepCountNames).flatMap(([key, name]) => {
    const count = step[key as keyof typeof stepCountNames];
    return count > 0 ? [`${name} ${count} ×`] : [];
  });
  return step.isIdle ? ['never decided anything', ...counted] : counted;
}
