import {
  type Answers,
  type AskProblem,
  experimentStep,
  likelySubjects,
  measuredStep,
} from '@probe-trail/core/experiment';
import { type AccessLevel, accessLevels, type Plan } from '@probe-trail/core/plan';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { useKeptState } from '../../device/keptState';
import { isListOf, isNumber, isOneOf, isRecordOf, isShaped, isText } from '../../device/shapes';
import { answersOf, isWrittenExperiment, type WrittenExperiment } from '../../experiment/ExperimentForm';
import type { OpenTrail } from '../log/useTrail';

/** What kind of test is being written. */
export const testKinds = { seen: 'Done already', measured: 'A number', experiment: 'An experiment' } as const;
export type TestKind = keyof typeof testKinds;

interface Claims {
  readonly clears: readonly string[];
  readonly pointsTo: readonly string[];
}

/** A test as far as it is written; all three kinds stand beside each other, so that changing one's mind loses nothing. */
export interface WrittenTest {
  readonly kind: TestKind;
  readonly seen: Claims & { readonly title: string; readonly text: string };
  readonly measured: {
    readonly answers: Answers;
    readonly inSpec: Claims;
    readonly below: Claims;
    readonly above: Claims;
    readonly minutes: number;
    readonly access: AccessLevel;
  };
  readonly experiment: WrittenExperiment;
}

const noClaims: Claims = { clears: [], pointsTo: [] };

const nothing: WrittenTest = {
  kind: 'seen',
  seen: { ...noClaims, title: '', text: '' },
  measured: { answers: {}, inSpec: noClaims, below: noClaims, above: noClaims, minutes: 5, access: 'inReach' },
  experiment: { kind: null, answers: {}, subjects: {} },
};

const isLists = isListOf(isText);
const isClaims = isShaped<Claims>({ clears: isLists, pointsTo: isLists });
const isWrittenTest = isShaped<WrittenTest>({
  kind: isOneOf(Object.keys(testKinds) as TestKind[]),
  seen: isShaped<WrittenTest['seen']>({ clears: isLists, pointsTo: isLists, title: isText, text: isText }),
  measured: isShaped<WrittenTest['measured']>({
    answers: isRecordOf(isText),
    inSpec: isClaims,
    below: isClaims,
    above: isClaims,
    minutes: isNumber,
    access: isOneOf(Object.keys(accessLevels) as AccessLevel[]),
  }),
  experiment: isWrittenExperiment,
});

/** Writes a test that is added on a trail; what is written is kept until it is added. */
export function useAddTest({ trailId, trail, trail: { plan }, record }: OpenTrail, onAdded: () => void) {
  const [written, setWritten, forget] = useKeptState<WrittenTest>(`add-test-${trailId}`, nothing, isWrittenTest);
  const [problem, setProblem] = useState<AskProblem | undefined>();
  const setWrittenPart = (recipe: (last: WrittenTest) => WrittenTest) => {
    setProblem(undefined);
    setWritten(recipe);
  };
  const change = (part: Partial<WrittenTest>) => setWrittenPart((last) => ({ ...last, ...part }));
  const write = <Kind extends TestKind>(kind: Kind, part: Partial<WrittenTest[Kind]>) =>
    setWrittenPart((last) => ({ ...last, [kind]: { ...last[kind], ...part } }));
  const finish = (isRecorded: boolean) => {
    if (!isRecorded) return undefined;
    setWritten({ ...nothing, kind: written.kind });
    forget();
    return onAdded();
  };

  /** Keeps a test that was done already. */
  const keepSeen = () => {
    const { title, text, clears, pointsTo } = written.seen;
    const stepId = trail.at.kind === 'step' ? trail.at.stepId : null;
    const seen = { title: title.trim(), seen: text.trim(), clears: [...clears], pointsTo: [...pointsTo] };
    finish(record({ kind: 'offPlanTested', stepId, ...seen }));
  };

  /** Adds the test that is written, and opens it. */
  const add = (isOpenedNow: boolean) => {
    const id = `test-${nanoid(8)}`;
    const made = stepOf(written, id, plan);
    if (!made) return undefined;
    if (!made.ok) return setProblem(made.problem);
    const added = { kind: 'stepAdded', step: made.value } as const;
    return finish(isOpenedNow ? record(added, { kind: 'stepOpened', stepId: id }) : record(added));
  };

  /** Who probably stands in which role is proposed with the kind, and can be changed. */
  const chooseExperiment = (kind: WrittenExperiment['kind']) =>
    write('experiment', { kind, subjects: likelySubjects(plan.suspects) });

  return { written, problem, change, write, keepSeen, add, chooseExperiment };
}

function stepOf(
  { kind, measured, experiment }: WrittenTest,
  id: string,
  plan: Plan,
): ReturnType<typeof measuredStep> | undefined {
  if (kind === 'measured') return measuredStep(id, measured, plan);
  return experiment.kind ? experimentStep(experiment.kind, id, answersOf(experiment), experiment.subjects) : undefined;
}

export type AddingTest = ReturnType<typeof useAddTest>;
