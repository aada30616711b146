import { Stack, TagsInput } from '@mantine/core';
import { useEditor } from './editorContext';
import { TextBlock, TextLine } from './TextField';

/** What the plan is called and what it applies to. */
export function AboutPart() {
  const { plan, edit } = useEditor();
  const { lines, codes, complaints } = plan.appliesTo;
  return (
    <Stack maw={720}>
      <TextLine
        label="Title"
        maxLength={160}
        value={plan.title}
        onText={(value) =>
          edit('title', (draft) => {
            draft.title = value;
          })
        }
      />
      <TextBlock
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
      <TagsInput
        label="Vehicle lines"
        description="Enter after each"
        value={[...lines]}
        onChange={(next) =>
          edit(null, (draft) => {
            draft.appliesTo.lines = next;
          })
        }
      />
      <TagsInput
        label="Fault codes"
        value={[...codes]}
        onChange={(next) =>
          edit(null, (draft) => {
            draft.appliesTo.codes = next;
          })
        }
      />
      <TagsInput
        label="Complaints"
        value={[...complaints]}
        onChange={(next) =>
          edit(null, (draft) => {
            draft.appliesTo.complaints = next;
          })
        }
      />
    </Stack>
  );
}
