import { Button, Group } from '@mantine/core';
import { type CSSProperties, lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { useKeptState } from '../device/keptState';
import { Moment } from '../device/Moment';
import { isListOf, isNullOr, isText } from '../device/shapes';
import { Page } from '../frame/Page';
import { Notice } from '../spec/Notice';
import { saveFile } from '../ui/saveFile';
import { Waiting } from '../ui/Waiting';
import { ChannelTable } from './ChannelTable';
import { FindPanel } from './FindPanel';
import { OverPicker } from './OverPicker';
import classes from './RecordingPage.module.css';
import { sayLength } from './sayLength';
import type { Across } from './TraceCharts';
import { useGestures } from './useGestures';
import { useDrawnChannels, useOver } from './useOver';
import { type OpenRecording, useRecording } from './useRecording';
import { moved, useView, zoomed } from './useView';

// The drawing library is large; the numbers stand before the lines.
const TraceCharts = lazy(() => import('./TraceCharts'));

/** A recorded drive, looked at afterwards. */
export function RecordingPage() {
  const { jobId = '', recordingId = '' } = useParams();
  const { open, problem } = useRecording(jobId, recordingId);
  return (
    <Page
      isWide
      title={open ? `Recording of ${sayLength(open.lengthMs)}` : 'Recording'}
      actions={
        <>
          {open && <SaveAs open={open} jobId={jobId} recordingId={recordingId} />}
          <Button variant="default" component={Link} to={`/jobs/${jobId}`}>
            To the job
          </Button>
        </>
      }
    >
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      {!open && problem === undefined && <Waiting />}
      {open && <Opened key={recordingId} open={open} jobId={jobId} recordingId={recordingId} />}
    </Page>
  );
}

interface SaveProps {
  readonly open: OpenRecording;
  readonly jobId: string;
  readonly recordingId: string;
}

/** As a table for a spreadsheet, or as it is kept. */
const SaveAs = ({ open, jobId, recordingId }: SaveProps) => (
  <>
    <Button
      variant="default"
      onClick={() =>
        void open.reader.csv().then((csv) => saveFile(new Blob([csv], { type: 'text/csv' }), 'recording.csv'))
      }
    >
      CSV
    </Button>
    <Button
      variant="default"
      component="a"
      href={`/api/jobs/${jobId}/recordings/${recordingId}`}
      download="recording.arrow"
    >
      Arrow file
    </Button>
  </>
);

const isKeys = isListOf(isText);
// How high a chart is: one of several, or all in one.
const [chartPx, tallPx] = [132, 320];
// More traces than that nobody reads at a glance.
const shownAtFirst = 8;
const hiddenAtFirst = (channels: OpenRecording['channels']): readonly string[] =>
  channels.slice(shownAtFirst).map(({ key }) => key);
const noMarkers: Across['markers'] = [];

/** Its room from the start: what stands below must not move when the traces come. */
const roomFor = (charts: number, height: number): CSSProperties & { '--chart-height': string } => ({
  '--chart-height': `${height}px`,
  minHeight: charts * height,
});

function Opened({ open, jobId, recordingId }: SaveProps) {
  const { channels, lengthMs, marks, startedAtMs } = open;
  const { view, change } = useView(lengthMs);
  // Who hides a value hides it in the next recording too.
  const [chosen, setChosen] = useKeptState<readonly string[] | null>('recording-hidden', null, isNullOr(isKeys));
  const hidden = useMemo(() => chosen ?? hiddenAtFirst(channels), [chosen, channels]);
  const toggle = useCallback(
    (key: string) =>
      setChosen((last) => {
        const now = last ?? hiddenAtFirst(channels);
        return now.includes(key) ? now.filter((one) => one !== key) : [...now, key];
      }),
    [channels, setChosen],
  );
  const [isOneAxis, setIsOneAxis] = useState(false);
  const [isSameScale, setIsSameScale] = useState(false);
  const [cursorMs, setCursorMs] = useState<number | undefined>();
  const [markers, setMarkers] = useState(noMarkers);
  const shown = useMemo(() => channels.filter(({ key }) => !hidden.includes(key)), [channels, hidden]);
  const over = useOver(jobId, open, view, shown);
  const drawn = useDrawnChannels(open, shown, view, over);
  const board = useRef<HTMLDivElement>(null);
  const show = useCallback(
    (fromMs: number, toMs: number) => {
      const around = Math.max(2000, (toMs - fromMs) / 2);
      change(() => ({ fromMs: fromMs - around, toMs: toMs + around }));
      setCursorMs(fromMs);
    },
    [change],
  );
  const setMarker = (name: string, atMs: number | undefined) =>
    atMs !== undefined &&
    setMarkers((last) =>
      [...last.filter((one) => one.name !== name), { name, atMs }].sort((a, b) => (a.name < b.name ? -1 : 1)),
    );
  useAskedStretch(show);
  useGestures(board, view, change, setCursorMs);
  useKeys({ change, mark: (name) => setMarker(name, cursorMs) });
  const across = useMemo(() => ({ cursorMs, markers, marks }), [cursorMs, markers, marks]);
  return (
    <>
      <p className="soft">
        <Moment atMs={startedAtMs} />, {channels.length} values. Drag to move, wheel or pinch to zoom; + − and the
        arrows do it too.
      </p>
      <Group gap="sm" className={classes.bar}>
        <Button
          size="md"
          variant="default"
          onClick={() => change((last) => zoomed(last, (last.fromMs + last.toMs) / 2, 0.5))}
        >
          Nearer
        </Button>
        <Button
          size="md"
          variant="default"
          onClick={() => change((last) => zoomed(last, (last.fromMs + last.toMs) / 2, 2))}
        >
          Further
        </Button>
        <Button size="md" variant="default" onClick={() => change(() => ({ fromMs: 0, toMs: lengthMs }))}>
          All of it
        </Button>
        <Button
          size="md"
          variant={isOneAxis ? 'filled' : 'default'}
          aria-pressed={isOneAxis}
          onClick={() => setIsOneAxis((last) => !last)}
        >
          One axis
        </Button>
        <Button
          size="md"
          variant={isSameScale ? 'filled' : 'default'}
          aria-pressed={isSameScale}
          disabled={isOneAxis}
          onClick={() => setIsSameScale((last) => !last)}
        >
          Scales alike
        </Button>
        <Button size="md" variant="default" disabled={cursorMs === undefined} onClick={() => setMarker('A', cursorMs)}>
          Set A
        </Button>
        <Button size="md" variant="default" disabled={cursorMs === undefined} onClick={() => setMarker('B', cursorMs)}>
          Set B
        </Button>
        {marks.map(({ atMs, text }, index) => (
          <Button key={index} size="md" variant="default" onClick={() => show(atMs, atMs)}>
            {text || `Mark ${index + 1}`}, {sayLength(atMs)}
          </Button>
        ))}
      </Group>
      <OverPicker jobId={jobId} recordingId={recordingId} channels={channels} over={over} />
      <div
        className={classes.board}
        ref={board}
        style={roomFor(isOneAxis ? 1 : shown.length, isOneAxis ? tallPx : chartPx)}
      >
        <Suspense>
          <TraceCharts
            drawn={drawn.channels}
            view={drawn.view}
            isOneAxis={isOneAxis}
            isSameScale={isSameScale}
            across={across}
          />
        </Suspense>
      </div>
      <ChannelTable open={open} hidden={hidden} onToggle={toggle} across={across} />
      <FindPanel open={open} onShow={show} />
    </>
  );
}

/** Whoever comes from a reading wants to see its stretch: `?from=…&to=…`, in ms since it began. */
function useAskedStretch(show: (fromMs: number, toMs: number) => void) {
  const [asked] = useSearchParams();
  const [from, to] = [asked.get('from'), asked.get('to')];
  useEffect(() => {
    if (from !== null && to !== null && Number(to) > Number(from)) show(Number(from), Number(to));
  }, [from, to, show]);
}

interface Keys {
  readonly change: ReturnType<typeof useView>['change'];
  readonly mark: (name: string) => void;
}

/** The keys work wherever nothing is typed. */
function useKeys(keys: Keys) {
  const latest = useRef(keys);
  latest.current = keys;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isTyped =
        event.target instanceof Element && event.target.closest('input, textarea, select, [role="slider"]');
      if (isTyped || event.ctrlKey || event.metaKey || event.altKey) return;
      const { change, mark } = latest.current;
      if (event.key === '+') change((last) => zoomed(last, (last.fromMs + last.toMs) / 2, 0.5));
      else if (event.key === '-') change((last) => zoomed(last, (last.fromMs + last.toMs) / 2, 2));
      else if (event.key === 'ArrowRight') change((last) => moved(last, (last.toMs - last.fromMs) / 8));
      else if (event.key === 'ArrowLeft') change((last) => moved(last, (last.fromMs - last.toMs) / 8));
      else if (event.key === 'a' || event.key === 'b') mark(event.key.toUpperCase());
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
