import { Button, Group, Modal, Select, Stack, TextInput } from '@mantine/core';
import { inputsOf } from '@probe-trail/core/liveValue';
import { useState } from 'react';
import type { ComputedValues } from './useComputed';

const [longestName, longestFormula, longestUnit] = [120, 400, 20];

interface ComputeProps {
  readonly computed: ComputedValues;
  readonly isDisabled: boolean;
  readonly onAdded: (key: string) => void;
}

/** Asks for a value that is computed of others: its name, its formula and its unit. What is wrong is said while it is typed. */
export function ComputeValue({ computed, isDisabled, onAdded }: ComputeProps) {
  const [isOpen, setIsOpen] = useState(false);
  const [name, setName] = useState('');
  const [formula, setFormula] = useState('');
  const [unit, setUnit] = useState('');
  const checked = inputsOf({ formula, unit }, computed.byName);
  const close = () => setIsOpen(false);
  const add = () => {
    const key = computed.add({ name: name.trim() || formula.trim(), formula: formula.trim(), unit: unit.trim() });
    onAdded(key);
    setName('');
    setFormula('');
    setUnit('');
    close();
  };
  return (
    <>
      <Button size="lg" variant="default" disabled={isDisabled} onClick={() => setIsOpen(true)}>
        Compute a value
      </Button>
      <Modal opened={isOpen} onClose={close} title="Compute a value of others" size="lg">
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (checked.ok) add();
          }}
        >
          <Stack>
            <TextInput
              label="Name"
              placeholder="pressure that the charger adds"
              data-autofocus
              maxLength={longestName}
              value={name}
              onChange={(event) => setName(event.currentTarget.value)}
            />
            <Select
              label="Put a value into the formula"
              searchable
              value={null}
              data={[...computed.byName].map(([value, { name: label, unitName }]) => ({
                value,
                label: `${label}, ${unitName}`,
              }))}
              onChange={(picked) =>
                picked !== null && setFormula((last) => `${last}${last === '' ? '' : ' '}${picked}`)
              }
            />
            <Group align="start" wrap="nowrap">
              <TextInput
                flex={1}
                classNames={{ input: 'mono' }}
                label="Formula"
                placeholder="boostPressure - ambientPressure"
                maxLength={longestFormula}
                value={formula}
                error={formula === '' || checked.ok ? undefined : checked.problem}
                onChange={(event) => setFormula(event.currentTarget.value)}
              />
              <TextInput
                w={120}
                label="Unit"
                placeholder="kPa"
                maxLength={longestUnit}
                value={unit}
                onChange={(event) => setUnit(event.currentTarget.value)}
              />
            </Group>
            <Button type="submit" size="lg" mih={56} disabled={!checked.ok}>
              Add it
            </Button>
          </Stack>
        </form>
      </Modal>
    </>
  );
}
