import { Button, Group, MultiSelect, NumberInput, Select, TagsInput } from '@mantine/core';
import {
  accessLevels,
  blankHookUp,
  deleteSteps,
  experimentNames,
  type HookUp,
  isOpen,
  planBounds,
  planLengths,
  type Step,
  sayEffort,
} from '@probe-trail/core/plan';
import type { Draft } from 'immer';
import { memo, useCallback, useRef } from 'react';
import { optionsOf, optionsOfParts } from '../../fields/optionsOf';
import { Cautions } from '../../part/Cautions';
import { HookUpView } from '../../part/HookUpView';
import { SafeMarkdown } from '../../part/SafeMarkdown';
import { BlockNote } from '../block/BlockNote';
import { bindTo } from '../draft/bindTo';
import { change, useDraft, useEdits, useFindings, useVersion } from '../draft/editorContext';
import { DraftBlock, DraftLine } from '../fields/DraftText';
import classes from '../fields/editorFields.module.css';
import { MentionBlock } from '../fields/MentionBlock';
import { Findings } from '../findings/Findings';
import { StepTalk } from '../review/StepTalk';
import { StepActuator } from './ActuatorEditor';
import type { EditStep } from './editStep';
import { HookUpFields, leadNumber } from './HookUpEditor';
import { AddPart, InPlace } from './InPlace';
import { type EditNeeds, NeedFields } from './NeedFields';
import { OutcomesEditor } from './OutcomesEditor';
import { OpenPartsContext, useMakeOpenParts, useOpenParts } from './openParts';
import { ReadingsEditor } from './ReadingsEditor';

interface StepProps {
  readonly step: Step;
}

interface EditorProps extends StepProps {
  /** It was added just now: its title is written first. */
  readonly isNew: boolean;
}

/** Everything of one step as the technician will see it; what is pressed opens in its place and is written. */
export function StepEditor({ step, isNew }: EditorProps) {
  const version = useVersion();
  const findings = useFindings((all) => all.filter((finding) => finding.at.stepId === step.id && isOpen(finding)));
  const { edit } = useEdits();
  const planId = useDraft(({ id }) => id);
  const editStep: EditStep = useCallback(
    (field, recipe) => edit(field && `${step.id}.${field}`, (draft) => change(draft.steps, step.id, recipe)),
    [edit, step.id],
  );
  const within = useRef<HTMLDivElement>(null);
  const parts = useMakeOpenParts(step.instruction === '' ? ['instruction'] : [], step.use !== null, within);
  return (
    <div className={classes.step} ref={within}>
      <OpenPartsContext.Provider value={parts}>
        <Findings findings={findings} />
        <BlockNote step={step} />
        <fieldset className={classes.written} disabled={step.use !== null} aria-label="What is written of the step">
          <Heading step={step} isNew={isNew} editStep={editStep} />
          <Needs needs={step.needs} editStep={editStep} />
          <Cautioned cautions={step.cautions} editStep={editStep} />
          <StepHookUp hookUp={step.hookUp} editStep={editStep} />
          <StepActuator actuator={step.actuator} editStep={editStep} />
          <Instruction instruction={step.instruction} editStep={editStep} />
          <ReadingsEditor stepId={step.id} readings={step.readings} editStep={editStep} />
          <OutcomesEditor stepId={step.id} readings={step.readings} outcomes={step.outcomes} editStep={editStep} />
          <Effort effort={step.effort} partCardIds={step.partCardIds} editStep={editStep} />
        </fieldset>
        <StepActions stepId={step.id} />
        <StepTalk planId={planId} version={version} stepId={step.id} />
      </OpenPartsContext.Provider>
    </div>
  );
}

interface PartProps extends EditorProps {
  readonly editStep: EditStep;
}

/** What it proves and what it is called, written where they stand. */
function Heading({ step, isNew, editStep }: PartProps) {
  const bind = bindTo(step, editStep, planLengths.step);
  return (
    <div>
      <DraftBlock
        aria-label="What it proves"
        placeholder="What it proves"
        variant="unstyled"
        classNames={{ input: classes.proves ?? '' }}
        {...bind.text('proves')}
      />
      <DraftLine
        aria-label="Title"
        placeholder="Title"
        autoFocus={isNew}
        {...(isNew && { onFocus: (event) => event.currentTarget.select() })}
        variant="unstyled"
        classNames={{ input: classes.title ?? '' }}
        {...bind.text('title')}
      />
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
    </div>
  );
}

interface CautionsProps extends Pick<Step, 'cautions'> {
  readonly editStep: EditStep;
}

const Cautioned = memo(function Cautioned({ cautions, editStep }: CautionsProps) {
  const { open, show } = useOpenParts();
  if (cautions.length === 0 && !open.has('cautions'))
    return <AddPart label="Add a caution" onAdd={() => show('cautions')} />;
  return (
    <InPlace part="cautions" name="the cautions" view={<Cautions step={{ cautions }} />}>
      <TagsInput label="Cautions" description="Enter after each" {...bindTo({ cautions }, editStep).list('cautions')} />
    </InPlace>
  );
});

interface HookUpProps extends Pick<Step, 'hookUp'> {
  readonly editStep: EditStep;
}

const StepHookUp = memo(function StepHookUp({ hookUp, editStep }: HookUpProps) {
  const { show } = useOpenParts();
  const partCards = useDraft((plan) => plan.partCards);
  const put = (next: HookUp | null) =>
    editStep(null, (draft) => {
      draft.hookUp = next as Draft<HookUp> | null;
    });
  if (!hookUp)
    return (
      <AddPart
        label="Hook something up"
        onAdd={() => {
          put({ ...blankHookUp, leads: [leadNumber(0), leadNumber(1)] });
          show('hookUp');
        }}
      />
    );
  return (
    <InPlace part="hookUp" name="the hook-up" view={<HookUpView plan={{ partCards }} hookUp={hookUp} />}>
      <HookUpFields hookUp={hookUp} edit={editStep} />
      <Button variant="subtle" color="gray" onClick={() => put(null)}>
        Nothing is hooked up
      </Button>
    </InPlace>
  );
});

interface InstructionProps extends Pick<Step, 'instruction'> {
  readonly editStep: EditStep;
}

const Instruction = memo(function Instruction({ instruction, editStep }: InstructionProps) {
  const { open, show } = useOpenParts();
  const partCards = useDraft((plan) => plan.partCards);
  if (instruction === '' && !open.has('instruction'))
    return <AddPart label="Write the instruction" onAdd={() => show('instruction')} />;
  return (
    <InPlace part="instruction" name="the instruction" view={<SafeMarkdown text={instruction} plan={{ partCards }} />}>
      <MentionBlock
        label="Instruction"
        description="Markdown; @ mentions a pin"
        minRows={2}
        {...bindTo({ instruction }, editStep, planLengths.step).text('instruction')}
      />
    </InPlace>
  );
});

interface NeedsProps extends Pick<Step, 'needs'> {
  readonly editStep: EditStep;
}

const Needs = memo(function Needs({ needs, editStep }: NeedsProps) {
  const { open, show } = useOpenParts();
  const editNeeds: EditNeeds = (recipe) => editStep(null, (step) => recipe(step.needs));
  if (needs.length === 0 && !open.has('needs'))
    return <AddPart label="Add a vehicle state" onAdd={() => show('needs')} />;
  return (
    <InPlace part="needs" name="the vehicle state" view={<NeedChips needs={needs} />}>
      <NeedFields needs={needs} editNeeds={editNeeds} />
    </InPlace>
  );
});

const NeedChips = ({ needs }: Pick<Step, 'needs'>) => (
  <ul className={classes.needs}>
    {needs.map(({ what, is, settleSeconds }) => (
      <li key={`${what} ${is}`}>
        {what} <b>{is}</b>
        {settleSeconds !== null && `, for ${settleSeconds} s`}
      </li>
    ))}
  </ul>
);

const accessOptions = optionsOf(accessLevels);

interface EffortProps extends Pick<Step, 'effort' | 'partCardIds'> {
  readonly editStep: EditStep;
}

const Effort = memo(function Effort({ effort, partCardIds, editStep }: EffortProps) {
  const partCards = useDraft((plan) => plan.partCards);
  const bind = bindTo(effort, (field, recipe) => editStep(field, (step) => recipe(step.effort)));
  const shelf = partCards.filter(({ id }) => partCardIds.includes(id)).map(({ name, id }) => name || id);
  const words = [
    sayEffort({ effort }),

    shelf.length > 0 && `on the shelf: ${shelf.join(', ')}`,
  ].filter((one) => one !== false && one !== '');
  return (
    <InPlace part="effort" name="the effort" view={<p className={classes.effortLine}>{words.join(' · ')}</p>}>
      <div className={classes.columns}>
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
    </InPlace>
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
