import { sayWindow } from '@probe-trail/core/liveValue';
import type { Plan, StepReading } from '@probe-trail/core/plan';
import { formatPlain, formatReading, readingIn } from '@probe-trail/core/reading';
import { sayVerdict } from '@probe-trail/core/spec';
import { type Entry, sayTaken, type TakenReading, type Waymark } from '@probe-trail/core/trail';
import { Link } from 'react-router';
import { Trace } from '../../live/Trace';
import { CapturePicture } from '../../recording/CapturePicture';
import { sourcesOf } from '../../recording/sourcesOf';
import { usePreferences } from '../../session/sessionApi';
import { VerdictMark } from '../../spec/VerdictMark';
import { verdictLook } from '../../spec/verdictLook';
import { DriveEvidence } from '../entry/drive/DriveEvidence';
import { stepOf } from '../waymarkLook';
import classes from './WaymarkReadings.module.css';

/** The readings of a waymark as typed and as judged, and what they were taken to mean. */
interface ReadingsProps {
  readonly plan: Plan;
  readonly waymark: Waymark;
  /** The job to which its recordings belong. */
  readonly jobId: string | null;
}

export function WaymarkReadings({ plan, waymark, jobId }: ReadingsProps) {
  const step = stepOf(plan, waymark.stepId);
  const outcome = step?.outcomes.find(({ id }) => id === waymark.outcomeId);
  return (
    <div className={classes.readings}>
      {waymark.taken.map((taken) => (
        <Taken
          key={taken.eventId}
          taken={taken}
          wanted={step?.readings.find(({ id }) => id === taken.readingId)}
          jobId={jobId}
        />
      ))}
      {waymark.overridden.map(({ what, is, reason, by }) => (
        <p key={what}>
          Tested without {what} {is}: {reason} ({by})
        </p>
      ))}
      {waymark.skippedBecause !== undefined && (
        <p>Skipped: {waymark.skippedBecause}. It is no evidence for any suspect.</p>
      )}
      {outcome && waymark.skippedBecause === undefined && outcome.meaning !== '' && <p>{outcome.meaning}</p>}
    </div>
  );
}

/** A zone that is called as the verdict, or as what was seen, is not said again. */
const isNews = (zone: string, ...said: readonly string[]): boolean =>
  said.every((one) => one.toLowerCase() !== zone.toLowerCase());

interface TakenProps {
  readonly taken: TakenReading;
  readonly wanted: StepReading | undefined;
  readonly jobId: string | null;
}

function Taken({ taken, wanted, jobId }: TakenProps) {
  const { entry, reading, verdict, rows, typedFirst, stillStands, instrument, tries, acceptedBecause } = taken;
  const { units } = usePreferences();
  const inOwnUnits = reading && readingIn(reading, units);
  const { word } = verdictLook[verdict.kind];
  return (
    <div className={classes.taken}>
      <VerdictMark kind={verdict.kind} size={20} />
      <div>
        {wanted?.name} <b className="mono">{sayTaken(taken)}</b>
        {inOwnUnits && ` (${inOwnUnits})`}
        <div className="soft">
          {word}
          {isNews(verdict.zone.name, word, sayTaken(taken)) && <>: {verdict.zone.name}</>}
          {rows.length > 0 && <>. {rows.map((row) => `${row.label} ${formatReading(row.reading)}`).join(', ')}</>}
          {entry === undefined && <>. Computed</>}
          {entry?.kind === 'typed' && !entry.live && !entry.capture && (
            <>
              . {entry.meter ? 'Taken' : 'Typed'} “{entry.text.trim()}”
            </>
          )}
          {entry?.kind === 'typed' && entry.leadsSwapped && <> with the leads swapped</>}
          {typedFirst !== null && <>, first “{typedFirst}”</>}
          {stillStands !== null && <>, taken over from before</>}
          {instrument !== undefined && <>, measured with {instrument}</>}
          {tries.length > 0 && <>, after {tries.length === 1 ? 'a first try' : `${tries.length} tries`}</>}
          {acceptedBecause !== undefined && <>. Too close to call, and accepted: {acceptedBecause}</>}
        </div>
        {entry?.kind === 'driven' && wanted?.spec.kind === 'drive' && (
          <DriveEvidence jobId={jobId} spec={wanted.spec} entry={entry} zoneId={verdict.zone.id} />
        )}
        {entry && <FromMeter entry={entry} />}
        {entry && <FromVehicle entry={entry} rows={rows.map(({ label }) => label)} />}
        {entry && <FromCapture jobId={jobId} entry={entry} rows={rows.map(({ label }) => label)} />}
        <div className="soft">{reading ? sayVerdict(verdict, reading) : verdict.zone.meaning}</div>
      </div>
    </div>
  );
}

/** Which meters on the network told a reading, each once. */
function FromMeter({ entry }: { readonly entry: Entry }) {
  const meters = entry.kind === 'typed' ? [entry.meter] : entry.kind === 'rows' ? (entry.meters ?? []) : [];
  const said = new Set(
    meters.flatMap((meter) =>
      meter
        ? `${meter.identity}${meter.range === null ? '' : `, range ${formatPlain(meter.range)} ${meter.unit}`}`
        : [],
    ),
  );
  return [...said].map((text) => (
    <div key={text} className="soft">
      Told over the network by {text}
    </div>
  ));
}

/** What the vehicle told for a reading, with the seconds before it was taken. */
function FromVehicle({ entry, rows }: { readonly entry: Entry; readonly rows: readonly string[] }) {
  const sources = entry.kind === 'typed' ? [entry.live] : entry.kind === 'rows' ? (entry.live ?? []) : [];
  return sources.map(
    (source, index) =>
      source && (
        // A source has no identity but its row.
        <div key={index} className={classes.told}>
          <span>
            {rows[index] !== undefined && `${rows[index]}: `}
            {source.name}, told by {source.unitName || source.key}, {sayWindow(source)}
          </span>
          <Trace
            samples={source.trace.beforeMs.map((ms, at) => ({ atMs: -ms, value: source.trace.values[at] ?? null }))}
            toMs={0}
            reachMs={10_000}
            span={20 * source.step}
          />
        </div>
      ),
  );
}

interface FromCaptureProps {
  readonly jobId: string | null;
  readonly entry: Entry;
  readonly rows: readonly string[];
}

/** What a reading was measured on, and the way to the whole capture. */
function FromCapture({ jobId, entry, rows }: FromCaptureProps) {
  const sources = sourcesOf(entry);
  const [first] = sources.filter((source) => source !== null);
  if (!first) return null;
  return (
    <>
      {/* A source has no identity but its row. */}
      {sources.map((source, index) => source && <CapturePicture key={index} source={source} name={rows[index]} />)}
      {jobId !== null && first.recordingId !== null && (
        <Link
          to={`/jobs/${jobId}/recordings/${first.recordingId}?from=${first.picture.fromMs}&to=${first.picture.toMs}`}
        >
          The capture
        </Link>
      )}
    </>
  );
}
