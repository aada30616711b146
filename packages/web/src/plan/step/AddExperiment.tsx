import { Button, Modal, Stack } from '@mantine/core';
import { type AskProblem, experimentStep, likelySubjects } from '@probe-trail/core/experiment';
import { addStepAfter } from '@probe-trail/core/plan';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { useKeptState } from '../../device/keptState';
import {
  answersOf,
  ExperimentForm,
  isWrittenExperiment,
  type WrittenExperiment,
} from '../../experiment/ExperimentForm';
import { useDraft, useEdits } from '../draft/editorContext';

interface AddProps {
  /** The step behind which it comes. */
  readonly afterId: string | undefined;
  readonly onAdded: (stepId: string) => void;
  readonly onClose: () => void;
}

/** Adds an experiment as a step: everything of it can be changed afterwards, as of any other. */
export function AddExperiment({ afterId, onAdded, onClose }: AddProps) {
  const { rework } = useEdits();
  const suspects = useDraft((plan) => plan.suspects);
  const partCards = useDraft((plan) => plan.partCards);
  const planId = useDraft((plan) => plan.id);
  const nothing = { kind: null, answers: {}, subjects: likelySubjects(suspects) };
  const [written, setWritten, forget] = useKeptState<WrittenExperiment>(
    `add-experiment-${planId}`,
    nothing,
    isWrittenExperiment,
  );
  const [problem, setProblem] = useState<AskProblem | undefined>();
  const write = (part: Partial<WrittenExperiment>) => {
    setProblem(undefined);
    setWritten((last) => ({ ...last, ...part }));
  };
  const add = () => {
    const { kind, subjects } = written;
    if (!kind) return undefined;
    const id = `step-${nanoid(6)}`;
    const made = experimentStep(kind, id, answersOf(written), subjects);
    if (!made.ok) return setProblem(made.problem);
    rework((plan) => addStepAfter(plan, afterId, made.value));
    forget();
    onAdded(id);
    return onClose();
  };
  return (
    <Modal opened onClose={onClose} title="An experiment" size="xl">
      <Stack>
        <ExperimentForm plan={{ suspects, partCards }} written={written} problem={problem} onWrite={write} />
        <Button disabled={!written.kind} onClick={add}>
          Add it as a step
        </Button>
      </Stack>
    </Modal>
  );
}
