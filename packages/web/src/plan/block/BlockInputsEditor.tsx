import { ActionIcon, Button, Group, Select, Stack } from '@mantine/core';
import { type BlockInput, nameForFormulas, planLengths } from '@probe-trail/core/plan';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { IconTrash } from '@tabler/icons-react';
import { CommittedInput } from '../../fields/CommittedInput';
import { bindTo } from '../draft/bindTo';
import { useDraft, useEdits } from '../draft/editorContext';
import { DraftLine } from '../fields/DraftText';

const kinds = [
  { value: 'pin', label: 'a pin' },
  { value: 'text', label: 'words' },
];

/** What a block asks of the plans that have it in them; it stands as `{name}` in the texts and leads of its steps. */
export function BlockInputsEditor() {
  const { edit } = useEdits();
  const inputs = useDraft(({ block }) => block?.inputs);
  if (!inputs) return null;
  const bindInput = (shown: BlockInput, index: number) =>
    bindTo<BlockInput>(
      shown,
      (field, recipe) =>
        edit(field && `blockInput${index}.${field}`, ({ block }) => {
          const target = block?.inputs[index];
          if (target) recipe(target);
        }),
      planLengths.blockInput,
    );
  return (
    <Stack component="section" aria-label="What the block asks for">
      <div>
        <b>What the block asks for</b>
        <p className="soft">
          Each plan fills it in. Write {'{name}'} in titles, instructions, meanings and where a lead goes; numbers are
          asked for below, and stand in formulas by their names.
        </p>
      </div>
      {inputs.map((input, index) => (
        // The id is what can be typed, so it cannot be the key.
        <Group key={index} align="end">
          <CommittedInput
            label="Name in the steps"
            w={160}
            value={input.id}
            parse={parseName}
            {...bindInput(input, index).commit('id')}
          />
          <DraftLine label="What to fill in" style={{ flex: 1 }} {...bindInput(input, index).text('name')} />
          <Select label="It is" w={130} data={kinds} {...bindInput(input, index).pick('is')} />
          <ActionIcon
            aria-label={`Remove ${input.name || input.id}`}
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
              block?.inputs.push({
                id: nameForFormulas('', 'input', new Set(block?.inputs.map(({ id }) => id))),
                name: '',
                is: 'pin',
              });
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
