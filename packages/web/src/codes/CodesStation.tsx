import { Button, Group } from '@mantine/core';
import { type CodeSheet, codeKey, formatFaultCode, isSeen, sayStatus, sheetMoments } from '@probe-trail/core/codes';
import { isMadeByUs } from '@probe-trail/core/job';
import { Link } from 'react-router';
import { Moment } from '../device/Moment';
import type { OpenJob, StationBodyProps } from '../job/useJob';
import { useMay } from '../session/sessionApi';
import rows from '../ui/rows.module.css';
import { ClearCodes } from './ClearCodes';
import classes from './CodesStation.module.css';
import { sayCode } from './sayCode';

/** How many codes in how many units, and the first of them. */
export function CodesFacts({ open: { sheets } }: { readonly open: OpenJob }) {
  const newest = sheets.at(-1);
  if (!newest) return 'every unit is read, not just the one complained of';
  const [first, ...more] = newest.codes;
  return (
    <>
      {sayCounts(newest)}, kept
      {first && (
        <>
          : <b className="mono">{formatFaultCode(first)}</b> {first.text}
        </>
      )}
      {more.length > 0 && ` and ${more.length} more`}
    </>
  );
}

/** The code sheets of the visit, the newest with its codes; the ways to a new one. */
export function CodesStation({ open, isDue }: StationBodyProps) {
  const { jobId, sheets } = open;
  const mayRead = useMay('workOnJobs');
  const newest = sheets.at(-1);
  return (
    <>
      {newest ? (
        <>
          <CodesThatStand open={open} sheet={newest} />
          <ul className={`${rows.rows} ${classes.sheets}`}>
            {sheets.map((sheet) => (
              <li key={sheet.sheetId}>
                <Link to={`/jobs/${jobId}/codes?sheet=${sheet.sheetId}`}>
                  <b>{sheetMoments[sheet.moment]}</b>
                  <span>{sayCounts(sheet)}</span>
                  <small>
                    {sheet.takenBy}, <Moment atMs={sheet.takenAtMs} />
                  </small>
                </Link>
              </li>
            ))}
          </ul>
        </>
      ) : (
        <p className="soft">No code sheet is kept yet. Read every control unit, not just the one complained of.</p>
      )}
      {mayRead && (
        <Group mt="md">
          <ReadUnits jobId={jobId} isDue={isDue} />
          <ClearCodes open={open} />
          <Button size="lg" mih={56} variant="default" component={Link} to={`/jobs/${jobId}/live`}>
            Live values
          </Button>
          <Button size="lg" mih={56} variant="default" component={Link} to={`/jobs/${jobId}/watch`}>
            Watch the units
          </Button>
          <Button size="lg" mih={56} variant="default" component={Link} to={`/jobs/${jobId}/dead`}>
            Dead together
          </Button>
          <Button size="lg" mih={56} variant="default" component={Link} to={`/jobs/${jobId}/actuators`}>
            Actuators
          </Button>
        </Group>
      )}
    </>
  );
}

export function sayCounts({ units, codes }: Pick<CodeSheet, 'units' | 'codes'>): string {
  const count = (answer: string) => units.filter((unit) => unit.answer === answer).length;
  const [silent, unread] = [count('silent'), count('unread')];
  const standing = codes.filter(({ status }) => isSeen(status)).length;
  return [
    `${standing} ${standing === 1 ? 'code' : 'codes'} in ${units.length} units`,
    ...(silent > 0 ? [`${silent} silent`] : []),
    ...(unread > 0 ? [`${unread} not read`] : []),
  ].join(', ');
}

function CodesThatStand({ open, sheet }: { readonly open: OpenJob; readonly sheet: CodeSheet }) {
  const names = new Map(sheet.units.map(({ unitId, name }) => [unitId, name]));
  const silent = sheet.units.filter(({ answer }) => answer === 'silent');
  const standing = sheet.codes.filter(({ status }) => isSeen(status));
  return (
    <ul className={classes.codes}>
      {silent.map(({ unitId, name }) => (
        <li key={unitId}>
          <b>silent</b> <span>{name}</span>
        </li>
      ))}
      {standing.map((code) => (
        <li key={codeKey(code)} data-ours={isMadeByUs(open.job, code) || undefined}>
          <b className="mono">{formatFaultCode(code)}</b>
          <span>
            {sayCode(code, open.line)}{' '}
            <small className="soft">
              {names.get(code.unitId) ?? code.unitId}, {sayStatus(code.status)}
            </small>
          </span>
        </li>
      ))}
    </ul>
  );
}

/** The ways to a new sheet; all three at once, as a bus may have no interface. */
function ReadUnits({ jobId, isDue }: { readonly jobId: string; readonly isDue: boolean }) {
  const way = (from: string) => `/jobs/${jobId}/codes/new?from=${from}`;
  return (
    <>
      <Button
        component={Link}
        to={way('interface')}
        variant={isDue ? 'filled' : 'default'}
        {...(isDue ? { size: 'lg', mih: 56 } : {})}
      >
        Read all units
      </Button>
      <Button component={Link} to={way('text')} variant="default">
        Paste or drop a report
      </Button>
      <Button component={Link} to={way('hand')} variant="default">
        Type codes by hand
      </Button>
    </>
  );
}
