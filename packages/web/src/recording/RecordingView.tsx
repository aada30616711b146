import { Button } from '@mantine/core';
import type { Flag } from '@probe-trail/core/captureReading';
import type { ChannelInfo, Mark } from '@probe-trail/core/recording';
import {
  type CSSProperties,
  lazy,
  Suspense,
  useCallback,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { Link, useSearchParams } from 'react-router';
import { useKeptState } from '../device/keptState';
import { Moment } from '../device/Moment';
import { isListOf, isNullOr, isText } from '../device/shapes';
import { Page } from '../frame/Page';
import { Notice } from '../spec/Notice';
import { saveFile } from '../ui/saveFile';
import { sayCount } from '../ui/sayCount';
import { Waiting } from '../ui/Waiting';
import { ChannelTable } from './ChannelTable';
import { DerivePanel } from './DerivePanel';
import { FindPanel } from './FindPanel';
import { MeasurePanel } from './MeasurePanel';
import { OverPicker } from './OverPicker';
import { ownAxes, RecordingBar } from './RecordingBar';
import classes from './RecordingView.module.css';
import type { Seen } from './SaveDrawing';
import type { Across } from './TraceCharts';
import { titleOf } from './titleOf';
import { useGestures } from './useGestures';
import { useDrawnChannels, useOver } from './useOver';
import { type OpenRecording, useRecording } from './useRecording';
import { moved, useView, type View, zoomed } from './useView';

// The drawing library is large; the numbers stand before the lines.
const TraceCharts = lazy(() => import('./TraceCharts'));

interface ViewProps {
  readonly jobId: string;
  readonly recordingId: string;
  /** What else was measured while it was made, in ms since it began. */
  readonly meanwhile: readonly Mark[];
}

/** A recorded drive or a capture, looked at afterwards. */
export function RecordingView({ jobId, recordingId, meanwhile }: ViewProps) {
  const { open, problem } = useRecording(jobId, recordingId);
  return (
    <Page
      isWide
      title={open ? titleOf(open) : 'Recording'}
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
      {open && <Opened key={recordingId} open={open} jobId={jobId} recordingId={recordingId} meanwhile={meanwhile} />}
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
    <Button variant="default" onClick={() => void open.reader.csv().then((csv) => saveFile(csv, 'recording.csv'))}>
      CSV
    </Button>
    {open.stepMs !== null && (
      <Button variant="default" onClick={() => void open.reader.wav().then((wav) => saveFile(wav, 'capture.wav'))}>
        WAV
      </Button>
    )}
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
const noFlags: readonly Flag[] = [];
const noneMade: readonly ChannelInfo[] = [];

/** Which channels are drawn. */
function useShown(channels: readonly ChannelInfo[]) {
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
  const shown = useMemo(() => channels.filter(({ key }) => !hidden.includes(key)), [channels, hidden]);
  return { hidden, shown, toggle };
}

/** The two markers, and what lies between them. */
function useMarkers() {
  const [markers, setMarkers] = useState(noMarkers);
  const setMarker = useCallback(
    (name: string, atMs: number | undefined) =>
      atMs !== undefined &&
      setMarkers((last) =>
        [...last.filter((one) => one.name !== name), { name, atMs }].sort((a, b) => (a.name < b.name ? -1 : 1)),
      ),
    [],
  );
  return { markers, setMarker, between: useMemo(() => spanOf(markers), [markers]) };
}

/** Between both markers; `undefined` where there are not both. */
function spanOf([a, b]: Across['markers']): View | undefined {
  return a && b && { fromMs: Math.min(a.atMs, b.atMs), toMs: Math.max(a.atMs, b.atMs) };
}

/** Its room from the start: what stands below must not move when the traces come. */
const roomFor = (charts: number, height: number): CSSProperties & { '--chart-height': string } => ({
  '--chart-height': `${height}px`,
  minHeight: charts * height,
});

function Opened({ open, jobId, recordingId, meanwhile }: ViewProps & SaveProps) {
  const { lengthMs, stepMs, startedAtMs } = open;
  const isCapture = stepMs !== null;
  const { view, change } = useView(lengthMs, stepMs);
  const [made, setMade] = useState(noneMade);
  const [flags, setFlags] = useState(noFlags);
  const channels = useMemo(() => [...open.channels, ...made], [open.channels, made]);
  const marks = useMemo(() => [...open.marks, ...flags, ...meanwhile], [open.marks, flags, meanwhile]);
  const { hidden, shown, toggle } = useShown(channels);
  const [axes, setAxes] = useState(ownAxes);
  const { isOneAxis, isSameScale } = axes;
  const [cursorMs, setCursorMs] = useState<number | undefined>();
  const { markers, setMarker, between } = useMarkers();
  const over = useOver(jobId, open, view, shown);
  const drawn = useDrawnChannels(open.reader, channels, shown, view, over);
  const board = useRef<HTMLDivElement>(null);
  const show = useCallback(
    (fromMs: number, toMs: number) => {
      const around = Math.max(isCapture ? lengthMs / 20 : 2000, (toMs - fromMs) / 2);
      change(() => ({ fromMs: fromMs - around, toMs: toMs + around }));
      setCursorMs(fromMs);
    },
    [change, isCapture, lengthMs],
  );
  useAskedStretch(show);
  useGestures(board, view, change, setCursorMs);
  useKeys({ change, mark: (name) => setMarker(name, cursorMs) });
  const [degrees, setDegrees] = useState<number | null>(null);
  const across = useMemo((): Across => {
    const cycle = between && degrees !== null && between.toMs > between.fromMs ? { ...between, degrees } : undefined;
    return { cursorMs, markers, marks, cycle };
  }, [cursorMs, markers, marks, between, degrees]);
  const seen = useRef<Seen>({ drawn, across });
  seen.current = { drawn, across };
  const addMade = useCallback((channel: ChannelInfo) => setMade((last) => [...last, channel]), []);
  // What is measured in the view follows once it rests.
  const span = useDeferredValue(between ?? view);
  return (
    <>
      <p className="soft">
        <Moment atMs={startedAtMs} />, {sayCount(channels.length, isCapture ? 'channel' : 'value')}. Drag to move, wheel
        or pinch to zoom; + − and the arrows do it too.
      </p>
      <RecordingBar
        open={open}
        axes={axes}
        onAxes={setAxes}
        change={change}
        cursorMs={cursorMs}
        onMarker={setMarker}
        degrees={degrees}
        onDegrees={isCapture && between ? setDegrees : undefined}
        marks={marks}
        onShow={show}
        seen={seen}
      />
      <OverPicker
        jobId={jobId}
        recordingId={recordingId}
        channels={channels}
        kind={isCapture ? 'capture' : 'drive'}
        over={over}
      />
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
            stepMs={stepMs}
          />
        </Suspense>
      </div>
      <ChannelTable open={open} channels={channels} hidden={hidden} onToggle={toggle} across={across} />
      {isCapture ? (
        <>
          <DerivePanel open={open} channels={channels} onMade={addMade} />
          <MeasurePanel
            open={open}
            channels={channels}
            span={span}
            isBetweenMarkers={markers.length === 2}
            onFlags={setFlags}
          />
        </>
      ) : (
        <FindPanel open={open} onShow={show} />
      )}
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
