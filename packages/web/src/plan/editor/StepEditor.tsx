import { Button, Group, MultiSelect, NumberInput, Select, TagsInput } from '@mantine/core';
import { type AccessLevel, accessLevels, deleteSteps, isOpen, type Need, type Step } from '@probe-trail/core/plan';
import { vehicleStates } from '@probe-trail/core/vehicleState';
import type { Draft } from 'immer';
import { TextBlock, TextLine } from '../../ui/TextField';
import { StepTalk } from '../review/StepTalk';
import { change, useEditor } from './editorContext';
import { Findings } from './Findings';
import { HookUpEditor } from './HookUpEditor';
import { OutcomesEditor } from './OutcomesEditor';
import { ReadingsEditor } from './ReadingsEditor';
import classes from './StepEditor.module.css';

export type EditStep = (field: string | null, recipe: (step: Draft<Step>) => void) => void;

interface StepProps {
  readonly step: Step;
}

/** Everything of one step, from what it proves to where its outcomes lead. */
export function StepEditor({ step }: StepProps) {
  const { plan, version, edit, findings } = useEditor();
  const editStep: EditStep = (field, recipe) =>
    edit(field && `${step.id}.${field}`, (draft) => change(draft.steps, step.id, recipe));
  return (
    <div className={classes.step}>
      <Findings findings={findings.filter((finding) => finding.at.stepId === step.id && isOpen(finding))} />
      <Basics step={step} editStep={editStep} />
      <HookUpEditor hookUp={step.hookUp} editStep={editStep} />
      <TextBlock
        label="Instruction"
        description="Markdown"
        minRows={3}
        maxLength={20000}
        value={step.instruction}
        onText={(value) =>
          editStep('instruction', (draft) => {
            draft.instruction = value;
          })
        }
      />
      <TagsInput
        label="Cautions"
        description="Enter after each"
        value={[...step.cautions]}
        onChange={(cautions) =>
          editStep(null, (draft) => {
            draft.cautions = cautions;
          })
        }
      />
      <ReadingsEditor step={step} editStep={editStep} />
      <OutcomesEditor step={step} editStep={editStep} />
      <Effort step={step} editStep={editStep} />
      <StepActions step={step} />
      <StepTalk planId={plan.id} version={version} stepId={step.id} />
    </div>
  );
}

interface PartProps extends StepProps {
  readonly editStep: EditStep;
}

function Basics({ step, editStep }: PartProps) {
  return (
    <>
      <TextLine
        label="Title"
        maxLength={160}
        value={step.title}
        onText={(value) =>
          editStep('title', (draft) => {
            draft.title = value;
          })
        }
      />
      <TextLine
        label="What it proves"
        maxLength={300}
        value={step.proves}
        onText={(value) =>
          editStep('proves', (draft) => {
            draft.proves = value;
          })
        }
      />
      <TagsInput
        label="Vehicle state"
        description="What must be; such as ignition: on, or buses: asleep (120 s) where it must settle"
        data={knownStates}
        value={step.needs.map(({ what, is, settleSeconds }) =>
          settleSeconds === null ? `${what}: ${is}` : `${what}: ${is} (${settleSeconds} s)`,
        )}
        onChange={(tags) =>
          editStep(null, (draft) => {
            draft.needs = tags.map(toNeed);
          })
        }
        acceptValueOnBlur
      />
    </>
  );
}

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

function Effort({ step, editStep }: PartProps) {
  const { plan } = useEditor();
  return (
    <div className={classes.columns}>
      <NumberInput
        label="Minutes"
        size="md"
        min={0}
        max={2000}
        allowNegative={false}
        value={step.effort.minutes}
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
        value={step.effort.access}
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
        value={[...step.effort.tools]}
        onChange={(tools) =>
          editStep(null, (draft) => {
            draft.effort.tools = tools;
          })
        }
      />
      <MultiSelect
        label="On the shelf"
        data={plan.partCards.map(({ id, name }) => ({ value: id, label: name || id }))}
        value={[...step.partCardIds]}
        onChange={(ids) =>
          editStep(null, (draft) => {
            draft.partCardIds = ids;
          })
        }
      />
    </div>
  );
}

function StepActions({ step }: StepProps) {
  const { plan, edit, rework } = useEditor();
  return (
    <Group>
      {plan.startStepId !== step.id && (
        <Button
          variant="default"
          onClick={() =>
            edit(null, (draft) => {
              draft.startStepId = step.id;
            })
          }
        >
          Make it the first step
        </Button>
      )}
      <Button variant="subtle" color="gray" onClick={() => rework((draft) => deleteSteps(draft, new Set([step.id])))}>
        Delete this step
      </Button>
    </Group>
  );
}
