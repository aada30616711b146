import { Button, Group, MultiSelect, NumberInput, Select, TagsInput } from '@mantine/core';
import {
  accessLevels,
  deleteSteps,
  experimentNames,
  isOpen,
  type Need,
  planBounds,
  planLengths,
  type Step,
} from '@probe-trail/core/plan';
import { type Action, actions, proposedAction, vehicleStates } from '@probe-trail/core/vehicleState';
import { memo, useCallback } from 'react';
import { optionsOf, optionsOfParts } from '../../fields/optionsOf';
import { BlockNote } from '../block/BlockNote';
import { bindTo, withListChange } from '../draft/bindTo';
import { change, useDraft, useEdits, useFindings, useVersion } from '../draft/editorContext';
import { DraftLine } from '../fields/DraftText';
import classes from '../fields/editorFields.module.css';
import { MentionBlock } from '../fields/MentionBlock';
import { Findings } from '../findings/Findings';
import { StepTalk } from '../review/StepTalk';
import type { EditStep } from './editStep';
import { HookUpEditor } from './HookUpEditor';
import { OutcomesEditor } from './OutcomesEditor';
import { ReadingsEditor } from './ReadingsEditor';

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
        <HookUpEditor label="Something is hooked up" hookUp={step.hookUp} edit={editStep} />
        <MentionBlock
          label="Instruction"
          description="Markdown; @ mentions a pin"
          minRows={3}
          {...bindTo(step, editStep, planLengths.step).text('instruction')}
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
  const bind = bindTo(step, editStep, planLengths.step);
  return (
    <>
      <DraftLine label="Title" {...bind.text('title')} />
      <DraftLine label="What it proves" {...bind.text('proves')} />
      {step.experiment && (
        <Group>
          <span className="soft">
            The experiment “{experimentNames[step.experiment]}”: the plan check watches what makes it safe.
          </span>
          <Button
            variant="subtle"
            onClick={() =>
              editStep(null, (draft) => {
                draft.experiment = null;
              })
            }
          >
            No longer an experiment
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
    <TagsInput label="Cautions" description="Enter after each" {...bindTo({ cautions }, editStep).list('cautions')} />
  );
});

interface NeedsProps extends Pick<Step, 'needs'> {
  readonly editStep: EditStep;
}

const Needs = memo(function Needs({ needs, editStep }: NeedsProps) {
  return (
    <div>
      <TagsInput
        label="Vehicle state"
        description="What must be; such as ignition: on, or buses: asleep (120 s) where it must settle"
        data={knownStates}
        value={needs.map(sayNeed)}
        onChange={(tags) =>
          editStep(null, (draft) => {
            const known = new Map(draft.needs.map((need) => [sayNeed(need), need]));
            const next = withListChange([...known.keys()], needs.map(sayNeed), tags);
            draft.needs = next.map((tag) => known.get(tag) ?? toNeed(tag));
          })
        }
        acceptValueOnBlur
      />
      {needs.some(isOwnWords) && (
        <Group mt={6} gap="sm">
          {needs.filter(isOwnWords).map(({ what, is, does }) => (
            <Select
              key={`${what} ${is}`}
              label={`Action that makes ${what} ${is}`}
              description="Used for safety and order"
              w={280}
              data={actionOptions}
              value={does}
              allowDeselect={false}
              onChange={(next) =>
                next &&
                editStep(null, (draft) => {
                  const need = draft.needs.find((one) => one.what === what && one.is === is);
                  if (need) need.does = next as Action;
                })
              }
            />
          ))}
        </Group>
      )}
    </div>
  );
});

const actionOptions = optionsOf(actions);

/** What every vehicle has is done in one way only. */
const isOwnWords = ({ what, is }: Need): boolean => !vehicleStates[what]?.choices.includes(is);

const sayNeed = ({ what, is, settleSeconds }: Need): string =>
  settleSeconds === null ? `${what}: ${is}` : `${what}: ${is} (${settleSeconds} s)`;

const knownStates = Object.entries(vehicleStates).flatMap(([what, { choices }]) =>
  choices.map((is) => `${what}: ${is}`),
);

/** `ignition: on` as a need, with the seconds to settle in brackets; without a colon, the last word is the state. */
function toNeed(tag: string): Need {
  const settle = /\s*\((\d{1,4}) s\)$/.exec(tag);
  const state = settle ? tag.slice(0, settle.index) : tag;
  const [what = '', is = ''] = state.includes(':') ? state.split(/:\s*/) : state.split(/\s+(?=\S+$)/);
  const settleSeconds = settle && Number(settle[1]) > 0 ? Number(settle[1]) : null;
  const [thing, so] = [what.trim() || state.trim(), is.trim() || 'so'];
  return { what: thing, is: so, does: proposedAction(thing, so), settleSeconds };
}

const accessOptions = optionsOf(accessLevels);

interface EffortProps extends Pick<Step, 'effort' | 'partCardIds'> {
  readonly editStep: EditStep;
}

const Effort = memo(function Effort({ effort, partCardIds, editStep }: EffortProps) {
  const partCards = useDraft((plan) => plan.partCards);
  const bind = bindTo(effort, (field, recipe) => editStep(field, (step) => recipe(step.effort)));
  return (
    <div className={classes.effort}>
      <NumberInput
        label="Minutes"
        size="md"
        {...planBounds.effort.minutes}
        allowNegative={false}
        value={effort.minutes}
        onChange={(minutes) =>
          typeof minutes === 'number' &&
          editStep('minutes', (draft) => {
            draft.effort.minutes = minutes;
          })
        }
      />
      <Select label="Access" data={accessOptions} {...bind.pick('access')} />
      <TagsInput label="Tools" {...bind.list('tools')} />
      <MultiSelect
        label="On the shelf"
        data={optionsOfParts(partCards)}
        {...bindTo({ partCardIds }, editStep).list('partCardIds')}
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
