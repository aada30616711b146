import { ActionIcon, Button, Group, MultiSelect, NumberInput, Select } from '@mantine/core';
import { parseFormula, sayFormulaProblem } from '@probe-trail/core/formula';
import type { LiveValue } from '@probe-trail/core/liveValue';
import { formatPlain } from '@probe-trail/core/reading';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { type DriveCondition, type DriveSpec, type DriveValue, specBounds, specLengths } from '@probe-trail/core/spec';
import { IconTrash } from '@tabler/icons-react';
import { CommittedInput } from '../../fields/CommittedInput';
import { optionsOf } from '../../fields/optionsOf';
import { parseFreeName, parseLimit, parseOpenLimit, parseUnit } from '../../fields/parseFields';
import { DraftLine } from '../fields/DraftText';
import classes from '../fields/editorFields.module.css';
import { optionsWith, useValuesOfLines } from '../fields/useLineOptions';
import type { KindProps } from './editSpec';
import { limitText } from './limitText';
import { UnitInput } from './UnitInput';

type Compares = DriveSpec['compares'];
const compareOptions = optionsOf<Compares['kind']>({
  formula: 'a value or a formula',
  alike: 'alike values, each against the median',
});

const emptyCompares: Readonly<Record<Compares['kind'], Compares>> = {
  formula: { kind: 'formula', formula: '', min: null, max: null },
  alike: { kind: 'alike', of: [], spread: 0 },
};

type DriveProps = KindProps<DriveSpec>;

/** Limits that a whole drive is held to. */
export function DriveEditor({ spec, onChange }: DriveProps) {
  return (
    <>
      <Values spec={spec} onChange={onChange} />
      <div className={classes.columns}>
        <Select
          label="What is compared"
          data={compareOptions}
          value={spec.compares.kind}
          onChange={(kind) =>
            kind && onChange(null, (now) => ({ ...now, compares: emptyCompares[kind as Compares['kind']] }))
          }
        />
        <UnitInput spec={spec} onChange={onChange} />
      </div>
      {spec.compares.kind === 'formula' ? (
        <FormulaFields spec={spec} compares={spec.compares} onChange={onChange} />
      ) : (
        <AlikeFields spec={spec} compares={spec.compares} onChange={onChange} />
      )}
      <Conditions spec={spec} onChange={onChange} />
      <div className={classes.columns}>
        <NumberInput
          label="It may be outside for"
          description="without a break; 0: not at all"
          size="md"
          suffix=" s"
          {...specBounds.drive.mayLastSeconds}
          allowNegative={false}
          value={spec.mayLastSeconds}
          onChange={(seconds) =>
            typeof seconds === 'number' && onChange('mayLastSeconds', (now) => ({ ...now, mayLastSeconds: seconds }))
          }
        />
        <NumberInput
          label="Needed of the drive"
          description="for how long the conditions must have held"
          size="md"
          suffix=" s"
          {...specBounds.drive.leastSeconds}
          allowNegative={false}
          value={spec.leastSeconds}
          onChange={(seconds) =>
            typeof seconds === 'number' && onChange('leastSeconds', (now) => ({ ...now, leastSeconds: seconds }))
          }
        />
      </div>
    </>
  );
}

/** By what a value of a line is called in formulas: its own name, with a number where another has it. */
function freeId({ id }: LiveValue, values: readonly DriveValue[]): string {
  const name = id.replace(/\W/g, '_').replace(/^(?![A-Za-z])/, 'v');
  const isTaken = (one: string) => values.some((value) => value.id === one);
  const numbers = Array.from({ length: values.length }, (_, index) => `${name}${index + 2}`);
  return isTaken(name) ? (numbers.find((one) => !isTaken(one)) ?? name) : name;
}

const asDriveValue = (value: LiveValue, values: readonly DriveValue[]): DriveValue => ({
  id: freeId(value, values),
  name: value.name.slice(0, specLengths.drive.name),
  key: value.key,
  unit: value.unit,
});

/** The values that are recorded, each with the name by which formula and conditions call it. */
function Values({ spec: { values }, onChange }: DriveProps) {
  const known = useValuesOfLines();
  const setValue = (key: string, change: Partial<DriveValue>) =>
    onChange(`${key}.${Object.keys(change)[0]}`, (now) => ({
      ...now,
      values: now.values.map((one) => (one.key === key ? { ...one, ...change } : one)),
    }));
  return (
    <>
      {values.map(({ id, name, key, unit }) => (
        <div key={key} className={classes.valueRow}>
          <DraftLine
            label={key}
            maxLength={specLengths.drive.name}
            value={name}
            onText={(next) => setValue(key, { name: next })}
          />
          <CommittedInput
            label="in formulas"
            value={id}
            parse={parseFreeName(id, new Set(values.map((one) => one.id)))}
            onCommit={(next) => onChange(`${key}.id`, (now) => renamed(now, id, next))}
          />
          <CommittedInput
            label="in"
            value={unit}
            parse={parseUnit}
            onCommit={(next) => setValue(key, { unit: next })}
          />
          <ActionIcon
            aria-label={`Take ${name || key} out`}
            onClick={() => onChange(null, (now) => ({ ...now, values: now.values.filter((one) => one.key !== key) }))}
          >
            <IconTrash size={20} />
          </ActionIcon>
        </div>
      ))}
      <Select
        label="Add a value of the vehicle"
        placeholder="By its name or its control unit"
        searchable
        value={null}
        data={optionsWith(known, undefined).filter(({ value }) => !values.some(({ key }) => key === value))}
        onChange={(key) => {
          const value = key === null ? undefined : known.get(key);
          if (value) onChange(null, (now) => ({ ...now, values: [...now.values, asDriveValue(value, now.values)] }));
        }}
      />
    </>
  );
}

/** A value by another name, also where it is used. */
function renamed(spec: DriveSpec, from: string, to: string): DriveSpec {
  const name = (one: string) => (one === from ? to : one);
  const { compares } = spec;
  return {
    ...spec,
    values: spec.values.map((one) => ({ ...one, id: name(one.id) })),
    during: spec.during.map((one) => ({ ...one, of: name(one.of) })),
    compares:
      compares.kind === 'alike'
        ? { ...compares, of: compares.of.map(name) }
        : { ...compares, formula: compares.formula.replace(/\b[A-Za-z]\w*/g, name) },
  };
}

const valueOptions = (values: readonly DriveValue[]) =>
  values.map(({ id, name }) => ({ value: id, label: name || id }));

type FormulaCompares = Extract<Compares, { readonly kind: 'formula' }>;

interface FormulaProps extends DriveProps {
  readonly compares: FormulaCompares;
}

function parseCompared(text: string): Result<string, string> {
  const formula = parseFormula(text);
  return formula.ok ? ok(text.trim()) : failed(sayFormulaProblem(formula.problem));
}

function FormulaFields({ spec: { unit, values }, compares, onChange }: FormulaProps) {
  const change = (field: string, more: Partial<FormulaCompares>) =>
    onChange(field, (now) =>
      now.compares.kind === 'formula' ? { ...now, compares: { ...now.compares, ...more } } : now,
    );
  return (
    <div className={classes.columns}>
      <CommittedInput
        label="The value, or a formula"
        description={values.length > 0 ? `Of ${values.map(({ id }) => id).join(', ')}` : 'Add a value first'}
        classNames={{ input: 'mono' }}
        value={compares.formula}
        parse={parseCompared}
        onCommit={(formula) => change('formula', { formula })}
      />
      {(['min', 'max'] as const).map((side) => (
        <CommittedInput
          key={side}
          label={side === 'min' ? 'From' : 'To'}
          placeholder="open"
          rightSection={unit}
          value={limitText(compares[side])}
          parse={parseOpenLimit(unit)}
          onCommit={(limit) => change(side, { [side]: limit })}
        />
      ))}
    </div>
  );
}

interface AlikeProps extends DriveProps {
  readonly compares: Extract<Compares, { readonly kind: 'alike' }>;
}

function AlikeFields({ spec: { unit, values }, compares, onChange }: AlikeProps) {
  const change = (field: string, more: Partial<AlikeProps['compares']>) =>
    onChange(field, (now) =>
      now.compares.kind === 'alike' ? { ...now, compares: { ...now.compares, ...more } } : now,
    );
  return (
    <div className={classes.columns}>
      <MultiSelect
        label="Alike things"
        description="three at least"
        size="md"
        data={valueOptions(values)}
        value={[...compares.of]}
        onChange={(of) => change('of', { of })}
      />
      <CommittedInput
        label="From the median of all at most"
        rightSection={unit}
        value={formatPlain(compares.spread)}
        parse={parseLimit(unit)}
        onCommit={(spread) => change('spread', { spread: Math.abs(spread) })}
      />
    </div>
  );
}

/** When a moment counts. */
function Conditions({ spec: { values, during }, onChange }: DriveProps) {
  const change = (index: number, field: string, more: Partial<DriveCondition>) =>
    onChange(`during${index}.${field}`, (now) => ({
      ...now,
      during: now.during.map((one, at) => (at === index ? { ...one, ...more } : one)),
    }));
  const first = values[0];
  return (
    <>
      <p className={classes.expected}>When it counts</p>
      {during.map((one, index) => {
        const unit = values.find(({ id }) => id === one.of)?.unit ?? '';
        return (
          // A condition has no identity but its place.
          <div key={index} className={classes.valueRow}>
            <Select
              label="While"
              data={valueOptions(values)}
              value={one.of}
              onChange={(of) => of && change(index, 'of', { of })}
            />
            {(['min', 'max'] as const).map((side) => (
              <CommittedInput
                key={side}
                label={side === 'min' ? 'is from' : 'to'}
                placeholder="open"
                rightSection={unit}
                value={limitText(one[side])}
                parse={parseOpenLimit(unit || 'V')}
                onCommit={(limit) => change(index, side, { [side]: limit })}
              />
            ))}
            <ActionIcon
              aria-label={`Take the condition on ${one.of} out`}
              onClick={() => onChange(null, (now) => ({ ...now, during: now.during.filter((_, at) => at !== index) }))}
            >
              <IconTrash size={20} />
            </ActionIcon>
          </div>
        );
      })}
      <Group>
        <Button
          variant="default"
          disabled={!first}
          onClick={() =>
            first &&
            onChange(null, (now) => ({ ...now, during: [...now.during, { of: first.id, min: null, max: null }] }))
          }
        >
          Add a condition
        </Button>
        {during.length === 0 && <span className="soft">The whole drive counts.</span>}
      </Group>
    </>
  );
}
