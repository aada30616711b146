import { ActionIcon, Button, Group, Select, SimpleGrid, Stack, Switch } from '@mantine/core';
import { type Input, type TooClosePolicy, tooClosePolicies } from '@probe-trail/core/plan';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { nanoid } from '@reduxjs/toolkit';
import { IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import { CommittedInput } from './CommittedInput';
import { DraftLine } from './DraftText';
import { useDraft, useEdits } from './editorContext';
import { parseUnit } from './parseFields';
import classes from './rows.module.css';

const policies = Object.entries(tooClosePolicies).map(([value, label]) => ({ value, label }));
const meanings = [
  { value: 'value', label: 'a value' },
  { value: 'altitude', label: 'height above sea level' },
  { value: 'ambientPressure', label: 'pressure of the air' },
];

/** What a trail on this plan asks at its start, what it does with close calls, and whether it may begin without a network. */
export function InputsEditor() {
  const { edit } = useEdits();
  const plan = useDraft((draft) => draft);
  const add = () =>
    edit(null, (draft) => {
      const id = `i${nanoid().replace(/\W/g, '').slice(0, 6)}`;
      draft.inputs.push({ id, name: '', unit: '°C', ask: '', means: 'value', from: null });
    });
  return (
    <Stack>
      <Select
        label="A reading that is too close to call"
        data={policies}
        value={plan.tooClose}
        allowDeselect={false}
        onChange={(value) =>
          value &&
          edit(null, (draft) => {
            draft.tooClose = value as TooClosePolicy;
          })
        }
      />
      <Switch
        label="Kept on every device, so that a trail can begin without a network"
        checked={plan.offline}
        onChange={(event) => {
          const { checked } = event.currentTarget;
          edit(null, (draft) => {
            draft.offline = checked;
          });
        }}
      />
      {plan.inputs.map((input, index) => (
        // The id is what can be typed, so it cannot be the key.
        <InputRow key={index} input={input} index={index} />
      ))}
      <Group>
        <Button variant="default" onClick={add}>
          Ask for something at the start
        </Button>
      </Group>
    </Stack>
  );
}

function parseName(text: string): Result<string, string> {
  return /^[A-Za-z]\w{0,79}$/.test(text) ? ok(text) : failed('A letter first, then letters, digits and underscores.');
}

const parseOpenName = (text: string): Result<string | null, string> =>
  text.trim() === '' ? ok(null) : parseName(text.trim());

function InputRow({ input, index }: { readonly input: Input; readonly index: number }) {
  const { edit } = useEdits();
  const change = (field: string | null, recipe: (input: Draft<Input>) => void) =>
    edit(field && `input${index}.${field}`, ({ inputs }) => {
      const target = inputs[index];
      if (target) recipe(target);
    });
  return (
    <div className={classes.row}>
      <Group align="end">
        <DraftLine
          label="Asked at the start"
          placeholder="Such as: ambient temperature"
          style={{ flex: 1 }}
          maxLength={120}
          value={input.name}
          onText={(name) =>
            change('name', (draft) => {
              draft.name = name;
            })
          }
        />
        <CommittedInput
          label="Its name in formulas"
          w={170}
          value={input.id}
          parse={parseName}
          onCommit={(id) =>
            change('id', (draft) => {
              draft.id = id;
            })
          }
        />
        <CommittedInput
          label="Unit"
          w={100}
          value={input.unit}
          parse={parseUnit}
          onCommit={(unit) =>
            change('unit', (draft) => {
              draft.unit = unit;
            })
          }
        />
        <Select
          label="It is"
          w={210}
          data={meanings}
          value={input.means}
          allowDeselect={false}
          onChange={(means) =>
            means &&
            change(null, (draft) => {
              draft.means = means as Input['means'];
            })
          }
        />
        <ActionIcon
          aria-label={`Do not ask for ${input.name}`}
          onClick={() =>
            edit(null, ({ inputs }) => {
              inputs.splice(index, 1);
            })
          }
        >
          <IconTrash size={20} />
        </ActionIcon>
      </Group>
      <SimpleGrid cols={2} spacing="sm">
        <DraftLine
          label="How to find it out"
          maxLength={300}
          value={input.ask}
          onText={(ask) =>
            change('ask', (draft) => {
              draft.ask = ask;
            })
          }
        />
        <CommittedInput
          label="Or taken from the reading"
          placeholder="it is asked"
          value={input.from ?? ''}
          parse={parseOpenName}
          onCommit={(from) =>
            change('from', (draft) => {
              draft.from = from;
            })
          }
        />
      </SimpleGrid>
    </div>
  );
}
