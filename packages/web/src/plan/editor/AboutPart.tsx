import { Group, Stack, TagsInput } from '@mantine/core';
import { TakeInLimits } from '../exchange/TakeInLimits';
import { TakeOut } from '../exchange/TakeOut';
import { StepTalk } from '../review/StepTalk';
import { BlockInputsEditor } from './BlockInputsEditor';
import { DraftBlock, DraftLine } from './DraftText';
import { useDraft, useEdits, useVersion } from './editorContext';
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
  return (
    <Stack maw={720}>
      <DraftLine
        label="Title"
        maxLength={160}
        value={plan.title}
        onText={(value) =>
          edit('title', (draft) => {
            draft.title = value;
          })
        }
      />
      <DraftBlock
        label="Summary"
        minRows={2}
        maxLength={2000}
        value={plan.summary}
        onText={(value) =>
          edit('summary', (draft) => {
            draft.summary = value;
          })
        }
      />
      <BlockInputsEditor />
      {plan.block === null &&
        appliesFields.map(([field, label]) => (
          <TagsInput
            key={field}
            label={label}
            description="Enter after each"
            value={[...plan.appliesTo[field]]}
            onChange={(next) =>
              edit(null, (draft) => {
                draft.appliesTo[field] = next;
              })
            }
          />
        ))}
      <InputsEditor />
      <Group>
        <TakeOut plan={plan} />
        <TakeInLimits />
      </Group>
      <StepTalk planId={plan.id} version={version} stepId={null} />
    </Stack>
  );
}
