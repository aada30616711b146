import { Button, Select } from '@mantine/core';
import { type CodeSheet, sheetMoments } from '@probe-trail/core/codes';
import { Link, useParams, useSearchParams } from 'react-router';
import { Wait } from '../api/Wait';
import { sayMoment } from '../device/ago';
import { nowMs } from '../device/clock';
import { Page } from '../frame/Page';
import { type OpenJob, useJob } from '../job/useJob';
import { ClearCodes } from './ClearCodes';
import { CommonCauses } from './CommonCauses';
import { Comparison } from './Comparison';
import { OtherUnits } from './OtherUnits';
import classes from './SheetsPage.module.css';
import { SheetTable } from './SheetTable';

const second = { variant: 'default' } as const;

/** The code sheets of a visit: one with every unit, what its codes have in common, and what changed against another. */
export function SheetsPage() {
  const { jobId = '' } = useParams();
  const { open, error, retry } = useJob(jobId);
  // With the codes kept, the job says what comes next.
  const hasSheet = open !== undefined && open.sheets.length > 0;
  return (
    <Page
      title={`${open ? `${open.vehicle.fleetNumber}: ` : ''}codes`}
      actions={
        open && (
          <>
            <ClearCodes open={open} />
            <Button {...(hasSheet ? second : {})} component={Link} to={`/jobs/${jobId}/codes/new?from=interface`}>
              Read all units
            </Button>
            <Button {...(hasSheet ? {} : second)} component={Link} to={`/jobs/${jobId}`}>
              To the job
            </Button>
          </>
        )
      }
    >
      <Wait for={open} error={error} retry={retry}>
        {(job) =>
          job.sheets.length === 0 ? (
            <p>No sheet is kept yet. Read all units, paste a report, or type the codes.</p>
          ) : (
            <Sheets open={job} />
          )
        }
      </Wait>
    </Page>
  );
}

function Sheets({ open }: { readonly open: OpenJob }) {
  const [search, setSearch] = useSearchParams();
  const { sheets } = open;
  const shown = sheets.find(({ sheetId }) => sheetId === search.get('sheet')) ?? sheets.at(-1);
  const earlier = sheets.slice(0, shown ? sheets.indexOf(shown) : 0);
  const against = earlier.find(({ sheetId }) => sheetId === search.get('against')) ?? earlier[0];
  if (!shown) return null;
  const set = (name: string) => (sheetId: string | null) =>
    setSearch((now) => ({ ...Object.fromEntries(now), [name]: sheetId ?? '' }), { replace: true });
  return (
    <>
      <div className={classes.choose}>
        <SheetSelect label="Sheet" sheets={sheets} value={shown.sheetId} onChange={set('sheet')} />
        {against && (
          <SheetSelect label="Compared with" sheets={earlier} value={against.sheetId} onChange={set('against')} />
        )}
      </div>
      {against && <Comparison open={open} before={against} after={shown} />}
      <OtherUnits open={open} sheet={shown} />
      <CommonCauses open={open} sheet={shown} />
      <SheetTable open={open} sheet={shown} />
    </>
  );
}

interface SelectProps {
  readonly label: string;
  readonly sheets: readonly CodeSheet[];
  readonly value: string;
  readonly onChange: (sheetId: string | null) => void;
}

const SheetSelect = ({ label, sheets, value, onChange }: SelectProps) => (
  <Select
    label={label}
    data={sheets.map(({ sheetId, moment, takenAtMs }) => ({
      value: sheetId,
      label: `${sheetMoments[moment]}, ${sayMoment(takenAtMs, nowMs())}`,
    }))}
    value={value}
    onChange={onChange}
  />
);
