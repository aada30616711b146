import { Button, Group, MultiSelect, NumberInput, Select, TagsInput } from '@mantine/core';
import {
  type AccessLevel,
  accessLevels,
  deleteSteps,
  experimentNames,
  isOpen,
  type Need,
  type Step,
} from '@probe-trail/core/plan';
import { vehicleStates } from '@probe-trail/core/vehicleState';
import type { Draft } from 'immer';
import { memo, useCallback } from 'react';
import { StepTalk } from '../review/StepTalk';
import { BlockNote } from './BlockNote';
import { DraftLine } from './DraftText';
import { change, useDraft, useEdits, useFindings, useVersion } from './editorContext';
import { Findings } from './Findings';
import { HookUpEditor } from './HookUpEditor';
import { MentionBlock } from './MentionBlock';
import { OutcomesEditor } from './OutcomesEditor';
import { ReadingsEditor } from './ReadingsEditor';
import classes from './StepEditor.module.css';

export type EditStep = (field: string | null, recipe: (step: Draft<Step>) => void) => void;

interface StepProps {
  readonly step: Step;
}

/** Everything of one step, from what it proves to where its outcomes lead. */
export function StepEditor({ step }: StepProps) {
  const version = useVersion();
  const findings = useFindings((all) => all.filter((finding) => finding.at.stepId === step.id && isOpen(finding)));
  const { edit } = useEdits();
  const planId = useDraft(({ id }) => id);
  const editStep: EditStep = useCallback(
    (field, recipe) => edit(field && `${step.id}.${field}`, (draft) => change(draft.steps, step.id, recipe)),
    [edit, step.id],
  );
  return (
    <div className={classes.step}>
      <Findings findings={findings} />
      <BlockNote step={step} />
      <fieldset className={classes.written} disabled={step.use !== null} aria-label="What is written of the step">
        <Basics step={step} editStep={editStep} />
        <HookUpEditor hookUp={step.hookUp} editStep={editStep} />
        <MentionBlock
          label="Instruction"
          description="Markdown; @ mentions a pin"
          minRows={3}
          maxLength={20000}
          value={step.instruction}
          onText={(value) =>
            editStep('instruction', (draft) => {
              draft.instruction = value;
            })
          }
        />
        <Cautions cautions={step.cautions} editStep={editStep} />
        <ReadingsEditor readings={step.readings} editStep={editStep} />
        <OutcomesEditor readings={step.readings} outcomes={step.outcomes} editStep={editStep} />
        <Effort effort={step.effort} partCardIds={step.partCardIds} editStep={editStep} />
      </fieldset>
      <StepActions stepId={step.id} />
      <StepTalk planId={planId} version={version} stepId={step.id} />
    </div>
  );
}

interface PartProps extends StepProps {
  readonly editStep: EditStep;
}

function Basics({ step, editStep }: PartProps) {
  return (
    <>
      <DraftLine
        label="Title"
        maxLength={160}
        value={step.title}
        onText={(value) =>
          editStep('title', (draft) => {
            draft.title = value;
          })
        }
      />
      <DraftLine
        label="What it proves"
        maxLength={300}
        value={step.proves}
        onText={(value) =>
          editStep('proves', (draft) => {
            draft.proves = value;
          })
        }
      />
      {step.experiment && (
        <Group>
          <span className="soft">
            The experiment “{experimentNames[step.experiment]}”: the plan check minds what makes it safe.
          </span>
          <Button
            variant="subtle"
            onClick={() =>
              editStep(null, (draft) => {
                draft.experiment = null;
              })
            }
          >
            It is none any more
          </Button>
        </Group>
      )}
      <Needs needs={step.needs} editStep={editStep} />
    </>
  );
}

interface CautionsProps extends Pick<Step, 'cautions'> {
  readonly editStep: EditStep;
}

const Cautions = memo(function Cautions({ cautions, editStep }: CautionsProps) {
  return (
    <TagsInput
      label="Cautions"
      description="Enter after each"
      value={[...cautions]}
      onChange={(next) =>
        editStep(null, (draft) => {
          draft.cautions = next;
        })
      }
    />
  );
});

interface NeedsProps extends Pick<Step, 'needs'> {
  readonly editStep: EditStep;
}

const Needs = memo(function Needs({ needs, editStep }: NeedsProps) {
  return (
    <TagsInput
      label="Vehicle state"
      description="What must be; such as ignition: on, or buses: asleep (120 s) where it must settle"
      data={knownStates}
      value={needs.map(({ what, is, settleSeconds }) =>
        settleSeconds === null ? `${what}: ${is}` : `${what}: ${is} (${settleSeconds} s)`,
      )}
      onChange={(tags) =>
        editStep(null, (draft) => {
          draft.needs = tags.map(toNeed);
        })
      }
      acceptValueOnBlur
    />
  );
});

const knownStates = Object.entries(vehicleStates).flatMap(([what, { choices }]) =>
  choices.map((is) => `${what}: ${is}`),
);

/** `ignition: on` as a need, with the seconds to settle in brackets; without a colon, the last word is the state. */
function toNeed(tag: string): Need {
  const settle = /\s*\((\d{1,4}) s\)$/.exec(tag);
  const state = settle ? tag.slice(0, settle.index) : tag;
  const [what = '', is = ''] = state.includes(':') ? state.split(/:\s*/) : state.split(/\s+(?=\S+$)/);
  const settleSeconds = settle && Number(settle[1]) > 0 ? Number(settle[1]) : null;
  return { what: what.trim() || state.trim(), is: is.trim() || 'so', settleSeconds };
}

const accessOptions = Object.entries(accessLevels).map(([value, label]) => ({ value, label }));

interface EffortProps extends Pick<Step, 'effort' | 'partCardIds'> {
  readonly editStep: EditStep;
}

const Effort = memo(function Effort({ effort, partCardIds, editStep }: EffortProps) {
  const partCards = useDraft((plan) => plan.partCards);
  return (
    <div className={classes.effort}>
      <NumberInput
        label="Minutes"
        size="md"
        min={0}
        max={2000}
        allowNegative={false}
        value={effort.minutes}
        onChange={(minutes) =>
          typeof minutes === 'number' &&
          editStep('minutes', (draft) => {
            draft.effort.minutes = minutes;
          })
        }
      />
      <Select
        label="Access"
        data={accessOptions}
        value={effort.access}
        allowDeselect={false}
        onChange={(access) =>
          access &&
          editStep(null, (draft) => {
            draft.effort.access = access as AccessLevel;
          })
        }
      />
      <TagsInput
        label="Tools"
        value={[...effort.tools]}
        onChange={(tools) =>
          editStep(null, (draft) => {
            draft.effort.tools = tools;
          })
        }
      />
      <MultiSelect
        label="On the shelf"
        data={partCards.map(({ id, name }) => ({ value: id, label: name || id }))}
        value={[...partCardIds]}
        onChange={(ids) =>
          editStep(null, (draft) => {
            draft.partCardIds = ids;
          })
        }
      />
    </div>
  );
});

function StepActions({ stepId }: { readonly stepId: string }) {
  const { edit, rework } = useEdits();
  const isFirst = useDraft((plan) => plan.startStepId === stepId);
  return (
    <Group>
      {!isFirst && (
        <Button
          variant="default"
          onClick={() =>
            edit(null, (draft) => {
              draft.startStepId = stepId;
            })
          }
        >
          Make it the first step
        </Button>
      )}
      <Button variant="subtle" color="gray" onClick={() => rework((draft) => deleteSteps(draft, new Set([stepId])))}>
        Delete this step
      </Button>
    </Group>
  );
}
