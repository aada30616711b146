import { ActionIcon, Button, Group, Select, TextInput } from '@mantine/core';
import {
  formatFaultCode,
  isUnknownUnit,
  parseFaultCode,
  type SheetCode,
  type SheetUnit,
  sayNotACode,
  sayStatus,
  statusOf,
  type UnitAnswer,
  unitAnswers,
  unknownUnitId,
} from '@probe-trail/core/codes';
import type { Line } from '@probe-trail/core/vehicle';
import { IconTrash } from '@tabler/icons-react';
import { type FormEvent, useState } from 'react';
import { optionsOf } from '../fields/optionsOf';
import classes from './SheetEditor.module.css';
import { sayCode } from './sayCode';
import type { DraftOfSheet } from './useSheetDraft';

interface EditorProps {
  readonly line: Line | undefined;
  readonly draft: DraftOfSheet;
}

/** What a sheet says before it is kept: every unit with its answer, every code; all of it can be put right. */
export function SheetEditor({ line, draft: { sheet, edit } }: EditorProps) {
  const units = sheet.units;
  const setAnswer = (unitId: string, answer: UnitAnswer) =>
    edit((now) => ({ units: now.units.map((one) => (one.unitId === unitId ? { ...one, answer } : one)) }));
  const setCodes = (change: (codes: readonly SheetCode[]) => readonly SheetCode[]) =>
    edit((now) => {
      const codes = change(now.codes);
      return { codes, units: withoutEmpty(now.units, codes).map((unit) => withAnswer(unit, codes)) };
    });
  const moveCodes = (from: string, to: string) =>
    setCodes((codes) => codes.map((code) => (code.unitId === from ? { ...code, unitId: to } : code)));
  return (
    <div className={classes.editor}>
      <AddCode units={units} onAdd={(code) => setCodes((codes) => [...codes, code])} />
      {units.map((unit) => (
        <section key={unit.unitId} className={classes.unit} aria-label={unit.name}>
          <div>
            <b>{unit.name}</b>
            {isUnknownUnit(unit.unitId) && unit.unitId !== unknownUnitId && (
              <Select
                aria-label={`Which unit is ${unit.name}`}
                placeholder="which one here?"
                description="not on this model"
                searchable
                data={unitOptions(units)}
                value={null}
                onChange={(unitId) => unitId && moveCodes(unit.unitId, unitId)}
              />
            )}
          </div>
          <Select
            aria-label={`${unit.name} answered or not`}
            w={140}
            data={optionsOf(unitAnswers)}
            value={unit.answer}
            onChange={(answer) => setAnswer(unit.unitId, (answer ?? 'unread') as UnitAnswer)}
          />
          <ul>
            {sheet.codes.map((code, at) =>
              code.unitId === unit.unitId ? (
                <CodeLine
                  key={at}
                  code={code}
                  line={line}
                  units={units}
                  onChange={(next) => setCodes((codes) => codes.map((one) => (one === code ? next : one)))}
                  onRemove={() => setCodes((codes) => codes.filter((one) => one !== code))}
                />
              ) : null,
            )}
          </ul>
        </section>
      ))}
    </div>
  );
}

/** A unit of which there is a code has answered. */
const withAnswer = (unit: SheetUnit, codes: readonly SheetCode[]): SheetUnit =>
  codes.some(({ unitId }) => unitId === unit.unitId) ? { ...unit, answer: 'answered' } : unit;

/** A unit that the line does not have is no longer listed when its codes have been given to another. */
const withoutEmpty = (units: readonly SheetUnit[], codes: readonly SheetCode[]): readonly SheetUnit[] =>
  units.filter(
    ({ unitId, answer }) =>
      !isUnknownUnit(unitId) || answer === 'silent' || codes.some((code) => code.unitId === unitId),
  );

const unitOptions = (units: readonly SheetUnit[]) =>
  units.filter(({ unitId }) => !isUnknownUnit(unitId)).map(({ unitId, name }) => ({ value: unitId, label: name }));

interface LineProps {
  readonly code: SheetCode;
  readonly line: Line | undefined;
  readonly units: readonly SheetUnit[];
  readonly onChange: (code: SheetCode) => void;
  readonly onRemove: () => void;
}

function CodeLine({ code, line, units, onChange, onRemove }: LineProps) {
  const text = formatFaultCode(code);
  return (
    <li>
      <b className="mono">{text}</b>
      <span>
        {sayCode(code, line)} <small className="soft">{sayStatus(code.status)}</small>
      </span>
      {code.unitId === unknownUnitId && (
        <Select
          aria-label={`Unit of ${text}`}
          placeholder="which unit?"
          searchable
          data={unitOptions(units)}
          value={null}
          onChange={(unitId) => unitId && onChange({ ...code, unitId })}
        />
      )}
      <ActionIcon aria-label={`Remove ${text}`} onClick={onRemove}>
        <IconTrash size={20} />
      </ActionIcon>
    </li>
  );
}

interface AddProps {
  readonly units: readonly SheetUnit[];
  readonly onAdd: (code: SheetCode) => void;
}

const statuses = {
  now: { label: 'failing now', status: statusOf('testFailed', 'confirmed') },
  stored: { label: 'stored', status: statusOf('confirmed') },
  pending: { label: 'pending', status: statusOf('pending') },
  unknown: { label: 'status not given', status: null },
} as const;

function AddCode({ units, onAdd }: AddProps) {
  const [text, setText] = useState('');
  const [unitId, setUnitId] = useState<string | null>(null);
  const [status, setStatus] = useState<keyof typeof statuses>('unknown');
  const [problem, setProblem] = useState<string | undefined>();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const code = parseFaultCode(text);
    if (!code) return setProblem(sayNotACode(text));
    onAdd({ ...code, unitId: unitId ?? units[0]?.unitId ?? unknownUnitId, text: '', status: statuses[status].status });
    setText('');
    setProblem(undefined);
  };
  return (
    <form onSubmit={submit} className={classes.add}>
      <Group align="flex-start">
        <Select
          aria-label="Unit of the code"
          searchable
          data={unitOptions(units)}
          value={unitId ?? units[0]?.unitId ?? null}
          onChange={setUnitId}
        />
        <TextInput
          aria-label="Code"
          placeholder="P0118 or U0100-87"
          className={classes.code}
          value={text}
          error={problem}
          onChange={(event) => setText(event.currentTarget.value)}
        />
        <Select
          aria-label="Status of the code"
          w={170}
          data={Object.entries(statuses).map(([value, { label }]) => ({ value, label }))}
          value={status}
          onChange={(value) => setStatus((value ?? 'unknown') as keyof typeof statuses)}
        />
        <Button type="submit" variant="default" disabled={text.trim() === ''}>
          Add the code
        </Button>
      </Group>
    </form>
  );
}
