import {
  type CodeChangeKind,
  type CodeSheet,
  codeChanges,
  compareSheets,
  formatFaultCode,
  unitChanges,
} from '@probe-trail/core/codes';
import { wereCleared } from '@probe-trail/core/job';
import type { OpenJob } from '../job/useJob';
import { VerdictMark } from '../spec/VerdictMark';
import type { MarkKind } from '../spec/verdictLook';
import classes from './Comparison.module.css';
import { sayCode } from './sayCode';

const markOfChange = {
  cameBackAtOnce: 'outOfSpec',
  cameBackAfterDriving: 'outOfSpec',
  stayed: 'outOfSpec',
  new: 'outOfSpec',
  notTested: 'open',
  passed: 'inSpec',
  gone: 'inSpec',
  notAsked: 'open',
  notAskedBefore: 'open',
} as const satisfies Record<CodeChangeKind, MarkKind>;

interface ComparisonProps {
  readonly open: OpenJob;
  readonly before: CodeSheet;
  readonly after: CodeSheet;
}

/** What became of each code and unit from one sheet to a later one. */
export function Comparison({ open: { events, line }, before, after }: ComparisonProps) {
  const isCleared = wereCleared(events, before.sheetId, after.sheetId);
  const { codes, units } = compareSheets(before, after, isCleared);
  const kinds = (Object.keys(codeChanges) as CodeChangeKind[]).filter((kind) => codes.some((one) => one.kind === kind));
  return (
    <section className={classes.comparison} aria-label="What changed">
      <h2>What changed{isCleared && ', after the codes were cleared'}</h2>
      {kinds.length === 0 && units.length === 0 && <p className="soft">Nothing: neither sheet has a code.</p>}
      {kinds.map((kind) => (
        <div key={kind} className={classes.kind}>
          <VerdictMark kind={markOfChange[kind]} size={20} />
          <b>{codeChanges[kind]}</b>
          <ul>
            {codes
              .filter((one) => one.kind === kind)
              .map(({ code }) => (
                <li key={`${code.unitId} ${formatFaultCode(code)}`}>
                  <b className="mono">{formatFaultCode(code)}</b> {sayCode(code, line)}
                </li>
              ))}
          </ul>
        </div>
      ))}
      {units.map(({ kind, unit }) => (
        <div key={unit.unitId} className={classes.kind}>
          <VerdictMark kind={kind === 'answersAgain' ? 'inSpec' : 'outOfSpec'} size={20} />
          <b>{unitChanges[kind]}</b>
          <span>{unit.name}</span>
        </div>
      ))}
    </section>
  );
}
