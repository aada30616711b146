import { Button, SegmentedControl } from '@mantine/core';
import { type SheetMoment, saysTheSame, sheetMoments } from '@probe-trail/core/codes';
import { useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { Wait } from '../api/Wait';
import { sayMoment } from '../device/ago';
import { nowMs } from '../device/clock';
import { optionsOf } from '../fields/optionsOf';
import { Page } from '../frame/Page';
import { keepSheet } from '../job/recordOnJob';
import { type OpenJob, useJob } from '../job/useJob';
import { usePerson } from '../session/sessionApi';
import { Notice } from '../spec/Notice';
import { useAppDispatch } from '../state/appState';
import classes from './NewSheetPage.module.css';
import { PasteReport } from './PasteReport';
import { ReadInterface } from './ReadInterface';
import { SheetEditor } from './SheetEditor';
import { useReading } from './useReading';
import { type DraftOfSheet, type SheetSource, useSheetDraft } from './useSheetDraft';

const titles = {
  interface: 'Read all units',
  text: 'Codes from a report',
  hand: 'Codes by hand',
} as const satisfies Record<SheetSource, string>;

const isSource = (text: string | null): text is SheetSource => text !== null && text in titles;

/** A new code sheet: read from the vehicle, found in a report, or typed; looked over, then kept for ever. */
export function NewSheetPage() {
  const { jobId = '' } = useParams();
  const [search] = useSearchParams();
  const from = search.get('from');
  const source = isSource(from) ? from : 'interface';
  const { open, error, retry } = useJob(jobId);
  return (
    <Page title={`${open ? `${open.vehicle.fleetNumber}: ` : ''}${titles[source]}`}>
      <Wait for={open} error={error} retry={retry}>
        {(job) => <NewSheet key={source} open={job} source={source} />}
      </Wait>
    </Page>
  );
}

function NewSheet({ open, source }: { readonly open: OpenJob; readonly source: SheetSource }) {
  const draft = useSheetDraft(open, source);
  const reading = useReading(open.jobId, draft);
  const { sheet, change } = draft;
  const isEmpty = draft.draft.units.length === 0 && draft.draft.codes.length === 0;
  return (
    <div className={classes.sheet}>
      <SegmentedControl
        size="md"
        aria-label="When it is read"
        value={sheet.moment}
        data={optionsOf(sheetMoments)}
        onChange={(moment) => change({ moment: moment as SheetMoment })}
      />
      {source === 'interface' && <ReadInterface reading={reading} draft={draft} />}
      {source === 'text' && <PasteReport line={open.line} draft={draft} />}
      {(source === 'hand' || !isEmpty) && <SheetEditor line={open.line} draft={draft} />}
      {(source === 'hand' || !isEmpty) && !reading.asking && <KeepSheet open={open} source={source} draft={draft} />}
    </div>
  );
}

interface KeepProps {
  readonly open: OpenJob;
  readonly source: SheetSource;
  readonly draft: DraftOfSheet;
}

function KeepSheet({ open: { jobId, sheets }, source, draft: { sheet, forget } }: KeepProps) {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const by = usePerson()?.name ?? '';
  const [isSure, setIsSure] = useState(false);
  const whole = { ...sheet, source, takenAtMs: nowMs() };
  const same = sheets.find((kept) => saysTheSame(kept, whole));
  const run = async () => {
    if (same && !isSure) return setIsSure(true);
    if (!(await dispatch(keepSheet(jobId, by, whole)))) return;
    forget();
    void navigate(`/jobs/${jobId}/codes?sheet=${sheet.sheetId}`, { replace: true });
  };
  return (
    <div className={classes.keep}>
      {same && isSure && (
        <Notice kind="tooCloseToCall" title={`This is the same as the sheet of ${sayMoment(same.takenAtMs, nowMs())}.`}>
          <p>If it was read again and nothing changed, keep it. If it is the same report again, discard it.</p>
        </Notice>
      )}
      <Button size="lg" onClick={() => void run()}>
        {same && isSure ? 'Keep it anyway' : 'Keep this sheet'}
      </Button>
      <Button size="lg" variant="default" component={Link} to={`/jobs/${jobId}`} onClick={forget}>
        Discard
      </Button>
    </div>
  );
}
