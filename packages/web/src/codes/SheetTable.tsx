import { Button, Modal, Stack, TextInput } from '@mantine/core';
import {
  type CodeSheet,
  formatFaultCode,
  isSeen,
  isUntested,
  type SheetCode,
  type SheetUnit,
  sayConditions,
  sayIdentity,
  saySelfTest,
  sayStatus,
  unitAnswers,
} from '@probe-trail/core/codes';
import { isSameCode, jobEventLengths, suspectedMakers, type Unplugged } from '@probe-trail/core/job';
import { useState } from 'react';
import { sayMoment } from '../device/ago';
import { nowMs } from '../device/clock';
import type { OpenJob } from '../job/useJob';
import { useRecording } from '../job/useRecording';
import { useMay } from '../session/sessionApi';
import { VerdictMark } from '../spec/VerdictMark';
import type { MarkKind } from '../spec/verdictLook';
import classes from './SheetTable.module.css';
import { sayCode } from './sayCode';

interface TableProps {
  readonly open: OpenJob;
  readonly sheet: CodeSheet;
}

/** Every unit of a sheet with its answer and its codes; a code that we made can be marked so. */
export function SheetTable({ open, sheet }: TableProps) {
  return (
    <section className={classes.table} aria-label="Every unit">
      <h2>Every unit</h2>
      {sheet.units.map((unit) => (
        <UnitRow
          key={unit.unitId}
          open={open}
          sheet={sheet}
          unit={unit}
          codes={sheet.codes.filter(({ unitId }) => unitId === unit.unitId)}
        />
      ))}
    </section>
  );
}

function markOfUnit({ answer }: SheetUnit, codes: readonly SheetCode[]): MarkKind {
  if (answer === 'unread') return 'open';
  return answer === 'silent' || codes.some(({ status }) => isSeen(status)) ? 'outOfSpec' : 'inSpec';
}

interface RowProps extends TableProps {
  readonly unit: SheetUnit;
  readonly codes: readonly SheetCode[];
}

function UnitRow({ open, sheet, unit, codes }: RowProps) {
  return (
    <div className={classes.unit}>
      <VerdictMark kind={markOfUnit(unit, codes)} size={20} />
      <span>
        <b>{unit.name}</b>
        <small>{sayIdentity(unit.identity)}</small>
      </span>
      <span className="soft">
        {unit.answer === 'answered' && codes.length === 0 ? 'no code' : unitAnswers[unit.answer]}
      </span>
      <ul>
        {codes.map((code) => (
          <CodeRow key={formatFaultCode(code)} open={open} sheet={sheet} code={code} />
        ))}
      </ul>
    </div>
  );
}

interface CodeProps extends TableProps {
  readonly code: SheetCode;
}

function CodeRow({ open, sheet, code }: CodeProps) {
  const mark = open.job.madeByUs.find((one) => isSameCode(one, code));
  const before = open.sheets[open.sheets.indexOf(sheet) - 1];
  const makers = suspectedMakers(code, sheet, before, open.unplugged);
  // That a test has not run is said by its status.
  const tested = isUntested(code.status) ? '' : saySelfTest(code);
  const said = [tested, sayConditions(code)].filter((sentence) => sentence !== '').join(' ');
  return (
    <li data-ours={mark !== undefined || undefined}>
      <b className="mono">{formatFaultCode(code)}</b>
      <span>
        <span className={classes.text}>{sayCode(code, open.line)}</span>
        <small>{mark ? `caused by our work: ${mark.because} (${mark.by})` : sayStatus(code.status)}</small>
        {said !== '' && <small>{said}</small>}
        {!mark && makers.length > 0 && (
          <small className={classes.hint}>Perhaps caused by our work: {makers.map(sayMaker).join(', ')}</small>
        )}
      </span>
      <MadeByUs open={open} code={code} isOurs={mark !== undefined} suggestion={makers.map(sayMaker).join(', ')} />
    </li>
  );
}

const sayMaker = ({ what, atMs }: Unplugged) => `${what} was unplugged ${sayMoment(atMs, nowMs())}`;

interface MadeProps {
  readonly open: OpenJob;
  readonly code: SheetCode;
  readonly isOurs: boolean;
  /** What may have made it; empty where nothing is known. */
  readonly suggestion: string;
}

function MadeByUs({ open, code, isOurs, suggestion }: MadeProps) {
  const { note } = useRecording(open.record);
  const [isAsking, setIsAsking] = useState(false);
  const [because, setBecause] = useState(suggestion);
  const mayMark = useMay('workOnJobs');
  const { unitId, code: text, failureType } = code;
  const which = { unitId, code: text, failureType };
  if (!mayMark) return null;
  if (isOurs)
    return (
      <Button variant="subtle" onClick={() => void note({ kind: 'codeCounts', ...which })}>
        Count this code again
      </Button>
    );
  const save = async () => {
    if (await note({ kind: 'codeMadeByUs', ...which, because: because.trim() })) setIsAsking(false);
  };
  return (
    <>
      <Button variant="subtle" onClick={() => setIsAsking(true)}>
        Caused by our work
      </Button>
      <Modal
        opened={isAsking}
        onClose={() => setIsAsking(false)}
        title={`${formatFaultCode(code)} was caused by our work`}
      >
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
        >
          <Stack>
            <TextInput
              label="What caused it"
              placeholder="B11 was unplugged with the ignition on"
              data-autofocus
              maxLength={jobEventLengths('codeMadeByUs').because}
              value={because}
              onChange={(event) => setBecause(event.currentTarget.value)}
            />
            <Button type="submit" disabled={because.trim() === ''}>
              Don’t count this code
            </Button>
          </Stack>
        </form>
      </Modal>
    </>
  );
}
