import { ActionIcon, Button, Group, Select, Stack } from '@mantine/core';
import type { BlockInput } from '@probe-trail/core/plan';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import { CommittedInput } from './CommittedInput';
import { DraftLine } from './DraftText';
import { useDraft, useEdits } from './editorContext';

const kinds = [
  { value: 'pin', label: 'a pin' },
  { value: 'text', label: 'words' },
];

/** What a block asks of the plans that have it in them; it stands as `{name}` in the texts and leads of its steps. */
export function BlockInputsEditor() {
  const { edit } = useEdits();
  const inputs = useDraft(({ block }) => block?.inputs);
  if (!inputs) return null;
  const editInput = (index: number, field: string, recipe: (input: Draft<BlockInput>) => void) =>
    edit(`blockInput${index}.${field}`, ({ block }) => {
      const target = block?.inputs[index];
      if (target) recipe(target);
    });
  return (
    <Stack component="section" aria-label="What the block asks for">
      <div>
        <b>What the block asks for</b>
        <p className="soft">
          Each plan fills it in. Write {'{name}'} in titles, instructions, meanings and where a lead goes; numbers are
          asked for below, and stand in formulas by their names.
        </p>
      </div>
      {inputs.map(({ id, name, is }, index) => (
        // The id is what can be typed, so it cannot be the key.
        <Group key={index} align="end">
          <CommittedInput
            label="Name in the steps"
            w={160}
            value={id}
            parse={parseName}
            onCommit={(next) =>
              editInput(index, 'id', (draft) => {
                draft.id = next;
              })
            }
          />
          <DraftLine
            label="What to fill in"
            style={{ flex: 1 }}
            maxLength={120}
            value={name}
            onText={(next) =>
              editInput(index, 'name', (draft) => {
                draft.name = next;
              })
            }
          />
          <Select
            label="It is"
            w={130}
            data={kinds}
            value={is}
            allowDeselect={false}
            onChange={(next) =>
              next &&
              editInput(index, 'is', (draft) => {
                draft.is = next as BlockInput['is'];
              })
            }
          />
          <ActionIcon
            aria-label={`Ask no longer for ${name || id}`}
            onClick={() => edit(null, ({ block }) => block?.inputs.splice(index, 1))}
          >
            <IconTrash size={20} />
          </ActionIcon>
        </Group>
      ))}
      <Group>
        <Button
          variant="default"
          onClick={() =>
            edit(null, ({ block }) => {
              block?.inputs.push({ id: `input${inputs.length + 1}`, name: '', is: 'pin' });
            })
          }
        >
          Ask for something
        </Button>
      </Group>
    </Stack>
  );
}

function parseName(text: string): Result<string, string> {
  const name = text.trim();
  return /^[A-Za-z]\w{0,79}$/.test(name) ? ok(name) : failed('A letter first, then letters, digits and underscores.');
}
