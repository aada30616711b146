import { Button, Group, NumberInput, SegmentedControl, Select, Stack } from '@mantine/core';
import { measuredAsks } from '@probe-trail/core/experiment';
import { type AccessLevel, accessLevels, type Plan, planBounds, type Suspect } from '@probe-trail/core/plan';
import { trailEventLengths } from '@probe-trail/core/trail';
import { type ComponentProps, useState } from 'react';
import { AskFields } from '../../experiment/AskFields';
import { ExperimentForm } from '../../experiment/ExperimentForm';
import { SuspectPick } from '../../experiment/SuspectPick';
import { optionsOf } from '../../fields/optionsOf';
import { TextBlock, TextLine } from '../../fields/TextField';
import { Notice } from '../../spec/Notice';
import { BottomSheet } from '../../ui/BottomSheet';
import type { OpenTrail } from '../log/useTrail';
import { TestsToDo } from './TestsToDo';
import { type AddingTest, type TestKind, testKinds, useAddTest } from './useAddTest';

interface AddProps {
  readonly open: OpenTrail;
  readonly button: ComponentProps<typeof Button>;
  readonly label: string;
}

/** A test that the plan does not ask for, or any test of an open trail: done already, a number with its limits, or an experiment. */
export function AddTest({ open, button, label }: AddProps) {
  const [isOpen, setIsOpen] = useState(false);
  const close = () => setIsOpen(false);
  const adding = useAddTest(open, close);
  const { written, problem } = adding;
  const { plan } = open.trail;
  return (
    <>
      <Button {...button} onClick={() => setIsOpen(true)}>
        {label}
      </Button>
      <BottomSheet opened={isOpen} onClose={close} title="A test of your own">
        <Stack maw={760}>
          {open.trail.at.kind !== 'between' && <TestsToDo open={open} onOpened={close} />}
          <SegmentedControl
            size="md"
            data={optionsOf(testKinds)}
            value={written.kind}
            onChange={(kind) => adding.change({ kind: kind as TestKind })}
          />
          {written.kind === 'seen' && <Seen adding={adding} plan={plan} />}
          {written.kind === 'measured' && <Measured adding={adding} plan={plan} />}
          {written.kind === 'experiment' && (
            <ExperimentForm
              plan={plan}
              written={written.experiment}
              problem={problem}
              onWrite={(part) =>
                part.kind === undefined ? adding.write('experiment', part) : adding.chooseExperiment(part.kind)
              }
            />
          )}
          {problem?.askId === '' && <Notice kind="outOfSpec" title={problem.message} />}
          {written.kind === 'seen' ? (
            <Button
              size="lg"
              disabled={written.seen.title.trim() === '' || written.seen.text.trim() === ''}
              onClick={adding.keepSeen}
            >
              Save
            </Button>
          ) : (
            <Group>
              <Button size="lg" disabled={!canBeAdded(adding)} onClick={() => adding.add(true)}>
                Test it now
              </Button>
              <Button size="lg" variant="default" disabled={!canBeAdded(adding)} onClick={() => adding.add(false)}>
                Save for later
              </Button>
            </Group>
          )}
        </Stack>
      </BottomSheet>
    </>
  );
}

const canBeAdded = ({ written }: AddingTest): boolean =>
  written.kind === 'experiment'
    ? written.experiment.kind !== null
    : (written.measured.answers.title ?? '').trim() !== '';

interface PartProps {
  readonly adding: AddingTest;
  readonly plan: Plan;
}

function Seen({ adding: { written, write }, plan }: PartProps) {
  const { title, text, clears, pointsTo } = written.seen;
  return (
    <>
      <TextLine
        label="What was tested"
        placeholder="Such as: harness looked at behind the hinge"
        size="md"
        data-autofocus
        maxLength={trailEventLengths('offPlanTested').title}
        value={title}
        onText={(next) => write('seen', { title: next })}
      />
      <TextBlock
        label="Result"
        placeholder="As the meter shows it, or in words"
        size="md"
        minRows={2}
        maxLength={trailEventLengths('offPlanTested').seen}
        value={text}
        onText={(next) => write('seen', { text: next })}
      />
      <ClaimFields claims={{ clears, pointsTo }} suspects={plan.suspects} onClaims={(part) => write('seen', part)} />
    </>
  );
}

function Measured({ adding: { written, problem, write }, plan }: PartProps) {
  const { answers, minutes, access } = written.measured;
  return (
    <>
      <AskFields
        plan={plan}
        asks={measuredAsks}
        answers={answers}
        problem={problem}
        onAnswer={(askId, text) => write('measured', { answers: { ...answers, [askId]: text } })}
      />
      {(['inSpec', 'below', 'above'] as const)
        .filter((zone) => zone === 'inSpec' || (answers[limitOf[zone]] ?? '').trim() !== '')
        .map((zone) => (
          <ClaimFields
            key={zone}
            when={verdicts[zone]}
            claims={written.measured[zone]}
            suspects={plan.suspects}
            onClaims={(part) => write('measured', { [zone]: { ...written.measured[zone], ...part } })}
          />
        ))}
      <Group grow align="end">
        <NumberInput
          label="Minutes"
          size="md"
          {...planBounds.effort.minutes}
          value={minutes}
          onChange={(next) => write('measured', { minutes: Number(next) || 0 })}
        />
        <Select
          label="Access"
          data={optionsOf(accessLevels)}
          value={access}
          onChange={(next) => write('measured', { access: next as AccessLevel })}
        />
      </Group>
    </>
  );
}

const verdicts = { inSpec: 'In spec', below: 'Too low', above: 'Too high' } as const;
/** Which limit must be told for the side to be there. */
const limitOf = { below: 'min', above: 'max' } as const;

interface ClaimProps {
  /** The verdict of which it is said; none where it was done already. */
  readonly when?: string;
  readonly claims: { readonly clears: readonly string[]; readonly pointsTo: readonly string[] };
  readonly suspects: readonly Suspect[];
  readonly onClaims: (part: { readonly clears?: readonly string[]; readonly pointsTo?: readonly string[] }) => void;
}

function ClaimFields({ when, claims: { clears, pointsTo }, suspects, onClaims }: ClaimProps) {
  const label = (does: string) => (when === undefined ? `It ${does}` : `${when}, it ${does}`);
  return (
    <Group grow align="start">
      <SuspectPick
        label={label('points to')}
        suspects={suspects}
        chosen={pointsTo}
        taken={clears}
        onChoose={(ids) => onClaims({ pointsTo: ids })}
      />
      <SuspectPick
        label={label('clears')}
        suspects={suspects}
        chosen={clears}
        taken={pointsTo}
        onChoose={(ids) => onClaims({ clears: ids })}
      />
    </Group>
  );
}
