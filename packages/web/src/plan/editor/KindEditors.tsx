import { Select, SimpleGrid, TagsInput, Textarea } from '@mantine/core';
import { formatPlain } from '@probe-trail/core/reading';
import { failed, ok, type Result } from '@probe-trail/core/result';
import type {
  ChangeSpec as BeforeAfterSpec,
  CountSpec,
  CurveSpec,
  FormulaSpec,
  SiblingsSpec,
  SweepSpec,
} from '@probe-trail/core/spec';
import { nanoid } from '@reduxjs/toolkit';
import { useState } from 'react';
import { CommittedInput } from './CommittedInput';
import { DraftLine } from './DraftText';
import { useDraft } from './editorContext';
import { FormulaInput } from './FormulaInput';
import { isOnlyPicture } from './onlyPicture';
import { parseLimit, parseOpenLimit, parseUnit } from './parseFields';
import { type ChangeSpec, UnitInput } from './SpecEditor';
import classes from './StepEditor.module.css';
import { parseTable, type TableRow, tableText } from './tableText';

interface EditorProps<S extends CurveSpec | FormulaSpec | SiblingsSpec | BeforeAfterSpec | SweepSpec | CountSpec> {
  readonly spec: S;
  readonly onChange: ChangeSpec<S>;
}

const limitText = (limit: number | null) => (limit === null ? '' : formatPlain(limit));

/** Limits that follow another value along a table. */
export function CurveEditor({ spec, onChange }: EditorProps<CurveSpec>) {
  const plan = useDraft((draft) => draft);
  const names = [...plan.inputs, ...plan.steps.flatMap(({ readings }) => readings)].map(({ id }) => id);
  return (
    <>
      <div className={classes.columns}>
        <Select
          label="Depends on"
          data={[...new Set([...names, spec.of])]}
          value={spec.of}
          searchable
          allowDeselect={false}
          onChange={(of) => of && onChange(null, (now) => ({ ...now, of }))}
        />
        <CommittedInput
          label="in"
          value={spec.ofUnit}
          parse={parseUnit}
          onCommit={(ofUnit) => onChange('ofUnit', (now) => ({ ...now, ofUnit }))}
        />
        <UnitInput spec={spec} onChange={onChange} />
      </div>
      <TableText
        rows={spec.rows}
        unit={spec.unit}
        atUnit={spec.ofUnit}
        onRows={(rows) => onChange('rows', (now) => ({ ...now, rows }))}
      />
    </>
  );
}

export function SweepEditor({ spec, onChange }: EditorProps<SweepSpec>) {
  return (
    <>
      <div className={classes.columns}>
        <DraftLine
          label="Commanded"
          placeholder="Such as pedal travel"
          maxLength={60}
          value={spec.command}
          onText={(command) => onChange('command', (now) => ({ ...now, command }))}
        />
        <CommittedInput
          label="in"
          value={spec.commandUnit}
          parse={parseUnit}
          onCommit={(commandUnit) => onChange('commandUnit', (now) => ({ ...now, commandUnit }))}
        />
        <UnitInput spec={spec} onChange={onChange} />
      </div>
      <TableText
        rows={spec.rows}
        unit={spec.unit}
        atUnit={spec.commandUnit}
        onRows={(rows) => onChange('rows', (now) => ({ ...now, rows }))}
      />
    </>
  );
}

interface TableProps {
  readonly rows: readonly TableRow[];
  readonly unit: string;
  readonly atUnit: string;
  readonly onRows: (rows: readonly TableRow[]) => void;
}

/** A table as text: typed, or pasted from a spreadsheet; until it makes sense it stays as typed, with the reason. */
function TableText({ rows, unit, atUnit, onRows }: TableProps) {
  const [typed, setTyped] = useState<string | undefined>();
  const [isPicture, setIsPicture] = useState(false);
  const parsed = typed === undefined ? undefined : parseTable(unit, atUnit)(typed);
  return (
    <Textarea
      label="Rows"
      description={`One to a line: value in ${atUnit}; from; to, or value; nominal ± tolerance, in ${unit}. A paste from a spreadsheet will do.`}
      autosize
      minRows={3}
      maxRows={16}
      classNames={{ input: 'mono' }}
      value={typed ?? tableText(rows)}
      error={
        isPicture
          ? 'That is a picture, not a table: copy the cells themselves. The rows are as they were.'
          : parsed && !parsed.ok && parsed.problem
      }
      onPaste={({ clipboardData }) => setIsPicture(isOnlyPicture(clipboardData))}
      onChange={(event) => {
        const { value } = event.currentTarget;
        setIsPicture(false);
        setTyped(value);
        const read = parseTable(unit, atUnit)(value);
        if (read.ok) onRows(read.value);
      }}
      onBlur={() => parsed?.ok !== false && setTyped(undefined)}
    />
  );
}

export function FormulaEditor({ spec, onChange }: EditorProps<FormulaSpec>) {
  return (
    <div className={classes.columns}>
      {(['min', 'max'] as const).map((side) => (
        <FormulaInput
          key={side}
          label={side === 'min' ? 'Not less than' : 'Not more than'}
          placeholder="open"
          unit={spec.unit}
          value={spec[side]}
          onCommit={(formula) => onChange(side, (now) => ({ ...now, [side]: formula }))}
        />
      ))}
      <UnitInput spec={spec} onChange={onChange} />
    </div>
  );
}

/** The names of parts as tags; a part that stays keeps its id. */
function named<Part extends { readonly id: string; readonly name: string }>(
  parts: readonly Part[],
  names: readonly string[],
) {
  return names.map((name) => parts.find((part) => part.name === name) ?? { id: `m${nanoid(5)}`, name });
}

export function SiblingsEditor({ spec, onChange }: EditorProps<SiblingsSpec>) {
  return (
    <>
      <TagsInput
        label="Alike things"
        description="Enter after each; two at least"
        value={spec.members.map(({ name }) => name)}
        onChange={(names) =>
          names.length >= 2 && onChange(null, (now) => ({ ...now, members: named(now.members, names) }))
        }
      />
      <div className={classes.columns}>
        <CommittedInput
          label="Allowed from the median of the others"
          value={formatPlain(spec.spread)}
          parse={parseLimit(spec.as === 'percent' ? '%' : spec.unit)}
          onCommit={(spread) => onChange('spread', (now) => ({ ...now, spread: Math.abs(spread) }))}
        />
        <Select
          label="in"
          data={[
            { value: 'absolute', label: spec.unit },
            { value: 'percent', label: '%' },
          ]}
          value={spec.as}
          allowDeselect={false}
          onChange={(as) => as && onChange(null, (now) => ({ ...now, as: as as SiblingsSpec['as'] }))}
        />
        <UnitInput spec={spec} onChange={onChange} />
      </div>
    </>
  );
}

const directions = [
  { value: 'rise', label: 'rises' },
  { value: 'fall', label: 'falls' },
  { value: 'stay', label: 'stays' },
];

export function ChangeEditor({ spec, onChange }: EditorProps<BeforeAfterSpec>) {
  const turn = (direction: BeforeAfterSpec['direction']) =>
    onChange(null, (now) =>
      direction === 'stay'
        ? { ...now, direction, atLeast: null, atMost: now.atMost ?? now.atLeast ?? 0 }
        : { ...now, direction, atLeast: now.atLeast ?? 0 },
    );
  return (
    <>
      <DraftLine
        label="What is done in between"
        placeholder="Such as: unplug C31"
        maxLength={200}
        value={spec.action}
        onText={(action) => onChange('action', (now) => ({ ...now, action }))}
      />
      <div className={classes.columns}>
        <Select
          label="The reading then"
          data={directions}
          value={spec.direction}
          allowDeselect={false}
          onChange={(direction) => direction && turn(direction as BeforeAfterSpec['direction'])}
        />
        {spec.direction !== 'stay' && (
          <CommittedInput
            label="by at least"
            rightSection={spec.unit}
            value={limitText(spec.atLeast)}
            parse={parseLimit(spec.unit)}
            onCommit={(atLeast) => onChange('atLeast', (now) => ({ ...now, atLeast: Math.abs(atLeast) }))}
          />
        )}
        <CommittedInput
          label={spec.direction === 'stay' ? 'within' : 'by at most'}
          placeholder={spec.direction === 'stay' ? '' : 'open'}
          rightSection={spec.unit}
          value={limitText(spec.atMost)}
          parse={spec.direction === 'stay' ? parseLimit(spec.unit) : parseOpenLimit(spec.unit)}
          onCommit={(atMost) =>
            onChange('atMost', (now) => ({ ...now, atMost: atMost === null ? null : Math.abs(atMost) }))
          }
        />
        <UnitInput spec={spec} onChange={onChange} />
      </div>
    </>
  );
}

/** A whole number, or nothing for an open limit. */
function parseCount(text: string): Result<number | null, string> {
  if (text.trim() === '') return ok(null);
  return /^\d{1,6}$/.test(text.trim()) ? ok(Number(text)) : failed('A whole number, or nothing for no limit.');
}

function parseSeconds(text: string): Result<number, string> {
  const seconds = Number(text);
  return Number.isInteger(seconds) && seconds >= 1 && seconds <= 3600 ? ok(seconds) : failed('From 1 to 3600 s.');
}

export function CountEditor({ spec, onChange }: EditorProps<CountSpec>) {
  return (
    <>
      <SimpleGrid cols={{ base: 2, sm: 4 }} spacing="sm">
        <DraftLine
          label="What is counted"
          placeholder="Such as dropouts"
          maxLength={60}
          value={spec.what}
          onText={(what) => onChange('what', (now) => ({ ...now, what }))}
        />
        <CommittedInput
          label="For how long"
          rightSection="s"
          value={String(spec.inSeconds)}
          parse={parseSeconds}
          onCommit={(inSeconds) => onChange('inSeconds', (now) => ({ ...now, inSeconds }))}
        />
        {(['min', 'max'] as const).map((side) => (
          <CommittedInput
            key={side}
            label={side === 'min' ? 'At least' : 'At most'}
            placeholder="open"
            value={spec[side] === null ? '' : String(spec[side])}
            parse={parseCount}
            onCommit={(count) => onChange(side, (now) => ({ ...now, [side]: count }))}
          />
        ))}
      </SimpleGrid>
      <TagsInput
        label="Sections of the harness"
        description="Moved one after the other; none: counted as a whole"
        value={spec.sections.map(({ name }) => name)}
        onChange={(names) => onChange(null, (now) => ({ ...now, sections: named(now.sections, names) }))}
      />
    </>
  );
}
