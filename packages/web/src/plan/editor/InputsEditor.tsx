import { ActionIcon, Button, Group, Select, SimpleGrid, Stack, Switch } from '@mantine/core';
import {
  formulaNames,
  type Input,
  nameFollows,
  nameForFormulas,
  namesTaken,
  planLengths,
  renameValue,
  tooClosePolicies,
} from '@probe-trail/core/plan';
import { IconTrash } from '@tabler/icons-react';
import { useRef } from 'react';
import { CommittedInput } from '../../fields/CommittedInput';
import { optionsOf } from '../../fields/optionsOf';
import { parseFreeName, parseUnit } from '../../fields/parseFields';
import { bindTo, type EditPart } from '../draft/bindTo';
import { useDraft, useEdits } from '../draft/editorContext';
import { DraftLine } from '../fields/DraftText';
import classes from '../fields/rows.module.css';

const policies = optionsOf(tooClosePolicies);
const meanings = [
  { value: 'value', label: 'a value' },
  { value: 'altitude', label: 'height above sea level' },
  { value: 'ambientPressure', label: 'pressure of the air' },
];

/** What a trail on this plan asks at its start, what it does with close calls, and whether it may begin without a network. */
export function InputsEditor() {
  const { edit, read } = useEdits();
  const plan = useDraft((draft) => draft);
  const bind = bindTo(plan, edit);
  const add = () =>
    edit(null, (draft) => {
      const id = nameForFormulas('', fallbackName, namesTaken(read()));
      draft.inputs.push({ id, name: '', unit: '°C', ask: '', means: 'value', from: null });
    });
  return (
    <Stack>
      <Select label="A reading that is too close to call" data={policies} {...bind.pick('tooClose')} />
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

const fallbackName = 'input';

function InputRow({ input, index }: { readonly input: Input; readonly index: number }) {
  const { edit, rework } = useEdits();
  const plan = useDraft((draft) => draft);
  const called = useRef(input.name);
  const change: EditPart<Input> = (field, recipe) =>
    edit(field && `input${index}.${field}`, ({ inputs }) => {
      const target = inputs[index];
      if (target) recipe(target);
    });
  const bind = bindTo(input, change, planLengths.input);
  const leaveName = (name: string) => {
    const before = called.current;
    called.current = name;
    if (name !== before) rework((draft) => nameFollows(draft, input.id, fallbackName, before, name));
  };
  const readings = formulaNames({ ...plan, inputs: [] }).filter(({ name }) => name !== 'ambientPressure');
  return (
    <div className={classes.row}>
      <Group align="end">
        <DraftLine
          label="Asked at the start"
          placeholder="Such as: ambient temperature"
          style={{ flex: 1 }}
          {...bind.text('name')}
          onLeave={leaveName}
        />
        <CommittedInput
          label="Its name in formulas"
          w={170}
          value={input.id}
          parse={parseFreeName(input.id, namesTaken(plan))}
          onCommit={(id) => rework((draft) => renameValue(draft, input.id, id), 'inputId')}
        />
        <CommittedInput label="Unit" w={100} value={input.unit} parse={parseUnit} {...bind.commit('unit')} />
        <Select label="It is" w={210} data={meanings} {...bind.pick('means')} />
        <ActionIcon
          aria-label={`Remove ${input.name}`}
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
        <DraftLine label="How to find it out" {...bind.text('ask')} />
        <Select
          label="Or taken from the reading"
          placeholder="it is asked"
          data={readings.map(({ name, label }) => ({ value: name, label }))}
          value={input.from}
          searchable
          clearable
          onChange={(from) =>
            change(null, (draft) => {
              draft.from = from;
            })
          }
        />
      </SimpleGrid>
    </div>
  );
}
