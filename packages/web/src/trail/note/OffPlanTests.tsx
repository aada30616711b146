import { Button, Drawer, MultiSelect, Stack } from '@mantine/core';
import type { Step } from '@probe-trail/core/plan';
import { useState } from 'react';
import { useKeptState } from '../../ui/keptState';
import { ReasonForm } from '../../ui/ReasonForm';
import { TextBlock, TextLine } from '../../ui/TextField';
import type { OpenTrail } from '../follow/useTrail';

interface TestsProps {
  readonly open: OpenTrail;
  readonly step: Step;
}

interface Written {
  readonly title: string;
  readonly seen: string;
  readonly clears: readonly string[];
  readonly pointsTo: readonly string[];
}

const nothing: Written = { title: '', seen: '', clears: [], pointsTo: [] };

/** Something tested that the plan does not ask for: what came out, and what it says of the suspects. Then back to the step. */
export function OffPlanTests({ open, step }: TestsProps) {
  const { trailId, trail, plan, record } = open;
  const [isOpen, setIsOpen] = useState(false);
  const [written, setWritten, forget] = useKeptState<Written>(`off-plan-${trailId}`, nothing);
  const [problem, setProblem] = useState<string | undefined>();
  const suspects = plan.suspects.map(({ id, name }) => ({ value: id, label: name || id }));
  const counting = trail.offPlanTests.filter(({ takenBackBecause }) => takenBackBecause === undefined);
  const write = (change: Partial<Written>) => setWritten((last) => ({ ...last, ...change }));
  const keep = () => {
    const { title, seen, clears, pointsTo } = written;
    const test = { title: title.trim(), seen: seen.trim(), clears: [...clears], pointsTo: [...pointsTo] };
    const says = record({ kind: 'offPlanTested', stepId: step.id, ...test });
    setProblem(says);
    if (says !== undefined) return;
    setWritten(nothing);
    forget();
    setIsOpen(false);
  };
  return (
    <>
      <Button variant="subtle" color="gray" onClick={() => setIsOpen(true)}>
        Tested something else{counting.length > 0 && ` (${counting.length})`}
      </Button>
      <Drawer opened={isOpen} onClose={() => setIsOpen(false)} title="A test outside the plan">
        <Stack maw={640}>
          <TextLine
            label="What was tested"
            placeholder="Such as: fuse F31 swapped with F32"
            size="md"
            data-autofocus
            maxLength={160}
            value={written.title}
            onText={(title) => write({ title })}
          />
          <TextBlock
            label="What came out"
            placeholder="As the meter shows it, or in words"
            size="md"
            minRows={2}
            maxLength={300}
            value={written.seen}
            error={problem}
            onText={(seen) => write({ seen })}
          />
          <MultiSelect
            label="It points to"
            size="md"
            searchable
            data={suspects.filter(({ value }) => !written.clears.includes(value))}
            value={[...written.pointsTo]}
            onChange={(pointsTo) => write({ pointsTo })}
          />
          <MultiSelect
            label="It clears"
            size="md"
            searchable
            data={suspects.filter(({ value }) => !written.pointsTo.includes(value))}
            value={[...written.clears]}
            onChange={(clears) => write({ clears })}
          />
          <Button size="lg" disabled={written.title.trim() === '' || written.seen.trim() === ''} onClick={keep}>
            Keep it, and back to the step
          </Button>
        </Stack>
        {counting.length > 0 && (
          <section aria-label="Tests outside the plan">
            <h2>Kept so far</h2>
            {counting.map(({ id, title, seen }) => (
              <div key={id}>
                <b>{title}</b>: {seen}
                <ReasonForm
                  opens="Take it back"
                  label="Why it does not count"
                  description="It stays in the record, set aside"
                  does="Take it back"
                  onReason={(reason) => setProblem(record({ kind: 'offPlanTakenBack', testId: id, reason }))}
                />
              </div>
            ))}
          </section>
        )}
      </Drawer>
    </>
  );
}
