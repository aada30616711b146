import { Group, Stack, TagsInput } from '@mantine/core';
import { planLengths } from '@probe-trail/core/plan';
import { BlockInputsEditor } from '../block/BlockInputsEditor';
import { bindTo } from '../draft/bindTo';
import { useDraft, useEdits, useVersion } from '../draft/editorContext';
import { ExportPlan } from '../exchange/ExportPlan';
import { ImportLimits } from '../exchange/ImportLimits';
import { DraftBlock, DraftLine } from '../fields/DraftText';
import { usePlanDraftQuery } from '../planApi';
import { StepTalk } from '../review/StepTalk';
import { InputsEditor } from './InputsEditor';

const appliesFields = [
  ['lines', 'Vehicle lines'],
  ['engines', 'Engines'],
  ['codes', 'Fault codes'],
  ['complaints', 'Complaints'],
] as const;

/** What the plan is called and what it applies to. */
export function AboutPart() {
  const version = useVersion();
  const { edit } = useEdits();
  const plan = useDraft((draft) => draft);
  const { data: info } = usePlanDraftQuery(plan.id);
  const bind = bindTo(plan, edit, planLengths.plan);
  const bindApplies = bindTo(plan.appliesTo, (field, recipe) => edit(field, (draft) => recipe(draft.appliesTo)));
  return (
    <Stack maw={720}>
      <DraftLine label="Title" {...bind.text('title')} />
      <DraftBlock label="Summary" minRows={2} {...bind.text('summary')} />
      <BlockInputsEditor />
      {plan.block === null &&
        appliesFields.map(([field, label]) => (
          <TagsInput key={field} label={label} description="Enter after each" {...bindApplies.list(field)} />
        ))}
      <InputsEditor />
      <Group>
        <ExportPlan plan={plan} version={info} />
        <ImportLimits />
      </Group>
      <StepTalk planId={plan.id} version={version} stepId={null} />
    </Stack>
  );
}
