import { Button, Menu } from '@mantine/core';
import { type CodeSheet, formatFaultCode, sayStatus, sheetMoments } from '@probe-trail/core/codes';
import { isMadeByUs } from '@probe-trail/core/job';
import { Link } from 'react-router';
import { Moment } from '../device/Moment';
import { Part } from '../job/Part';
import type { OpenJob } from '../job/useJob';
import { useMay } from '../session/sessionApi';
import rows from '../ui/rows.module.css';
import { ClearCodes } from './ClearCodes';
import classes from './CodesPart.module.css';
import { sayCode } from './sayCode';

/** The code sheets of the visit, the newest with its codes; the ways to a new one. */
export function CodesPart({ open }: { readonly open: OpenJob }) {
  const { jobId, sheets } = open;
  const mayRead = useMay('workOnJobs');
  const newest = sheets.at(-1);
  return (
    <Part
      title="Codes, whole vehicle"
      actions={
        mayRead && (
          <>
            <ClearCodes open={open} />
            <NewSheetMenu jobId={jobId} />
          </>
        )
      }
    >
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
        <p className="soft">No sheet is kept yet. Read every control unit, not just the one complained of.</p>
      )}
    </Part>
  );
}

export function sayCounts({ units, codes }: Pick<CodeSheet, 'units' | 'codes'>): string {
  const count = (answer: string) => units.filter((unit) => unit.answer === answer).length;
  const [silent, unread] = [count('silent'), count('unread')];
  return [
    `${codes.length} ${codes.length === 1 ? 'code' : 'codes'} in ${units.length} units`,
    ...(silent > 0 ? [`${silent} silent`] : []),
    ...(unread > 0 ? [`${unread} not read`] : []),
  ].join(', ');
}

function CodesThatStand({ open, sheet }: { readonly open: OpenJob; readonly sheet: CodeSheet }) {
  const names = new Map(sheet.units.map(({ unitId, name }) => [unitId, name]));
  const silent = sheet.units.filter(({ answer }) => answer === 'silent');
  return (
    <ul className={classes.codes}>
      {silent.map(({ unitId, name }) => (
        <li key={unitId}>
          <b>silent</b> <span>{name}</span>
        </li>
      ))}
      {sheet.codes.map((code, at) => (
        <li key={at} data-ours={isMadeByUs(open.job, code) || undefined}>
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

function NewSheetMenu({ jobId }: { readonly jobId: string }) {
  const way = (from: string) => `/jobs/${jobId}/codes/new?from=${from}`;
  return (
    <>
      <Menu>
        <Menu.Target>
          <Button variant="default">Enter codes another way</Button>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item mih={44} component={Link} to={way('text')}>
            Paste or drop a report
          </Menu.Item>
          <Menu.Item mih={44} component={Link} to={way('hand')}>
            Type them by hand
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      <Button component={Link} to={way('interface')}>
        Read all units
      </Button>
    </>
  );
}
