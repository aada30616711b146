import { formatPlain } from '@probe-trail/core/reading';
import type { ChannelInfo } from '@probe-trail/core/recording';
import { useEffect, useMemo, useState } from 'react';
import { sayInstant } from './sayInstant';
import type { DrawnChannel } from './TraceCharts';
import { type Drawn, useDrawn } from './useDrawn';
import { knownGoodAt, useKnownGood } from './useKnownGood';
import { type OpenRecording, useRecording } from './useRecording';
import { moved, type View } from './useView';

/** By what two recordings are laid over each other. */
export const alignments = { start: 'both from their start', mark: 'by their first mark' } as const;
/** Or the key of a value, whose course is laid over itself; of a capture also at its speed. */
export type Alignment = string;

const stretchSign = 'stretched ';
/** By the course of a channel of a capture, which may have been taken at another speed. */
export const stretchedBy = (key: string): Alignment => `${stretchSign}${key}`;

/** Another recording, or a known-good capture, that is laid over the one that is looked at. */
export interface Over {
  /** Its id, or where the known-good capture stands (`placeOfKnownGood`). */
  readonly recordingId: string | undefined;
  readonly choose: (recordingId: string | undefined) => void;
  readonly alignment: Alignment;
  readonly align: (alignment: Alignment) => void;
  /** By how much it is moved to later by hand, in ms, beside its alignment. */
  readonly offsetMs: number;
  readonly move: (offsetMs: number) => void;
  /** How far one may be from the other where they are captures, as a share of its range. */
  readonly bandShare: number;
  readonly widen: (bandShare: number) => void;
  /** The values of the other one. */
  readonly channels: readonly ChannelInfo[];
  /** Why it cannot be laid over it so, in a sentence. */
  readonly problem: string | undefined;
  /** How well it lies over it, in a sentence. */
  readonly said: string | undefined;
  readonly drawn: Drawn | undefined;
}

/** Lays another recording of the same job over one, such as the drive after a repair over the drive before it, or a known-good capture. */
export function useOver(
  jobId: string,
  { marks, reader, channels: ownChannels }: OpenRecording,
  view: View,
  shown: readonly ChannelInfo[],
): Over {
  const [recordingId, choose] = useState<string | undefined>();
  const [alignment, align] = useState<Alignment>('start');
  const [offsetMs, move] = useState(0);
  const [bandShare, widen] = useState(usualBand);
  const knownGood = useMemo(() => knownGoodAt(recordingId), [recordingId]);
  const recording = useRecording(jobId, knownGood ? undefined : recordingId);
  const reference = useKnownGood(knownGood, ownChannels);
  const { open, problem } = knownGood ? reference : recording;
  const [own, others] = [marks[0]?.atMs, open?.marks[0]?.atMs];
  const isMarked = own !== undefined && others !== undefined;
  const byValue = useShift(reader, open, isByValue(alignment) ? alignment : undefined, bandShare);
  const shiftMs = (alignment === 'mark' && isMarked ? others - own : (byValue.shiftMs ?? 0)) - offsetMs;
  const { stretch = 1 } = byValue;
  const seen = useMemo(() => stretched(moved(view, shiftMs), stretch), [view, shiftMs, stretch]);
  const keys = useMemo(() => {
    const there = new Set(open?.channels.map(({ key }) => key));
    return shown.flatMap(({ key }) => (there.has(key) ? [key] : []));
  }, [open, shown]);
  const drawn = useDrawn(open?.reader, keys, seen);
  const unmarked =
    alignment === 'mark' && open && !isMarked ? 'One of the two has no mark: they begin together.' : undefined;
  const channels = open?.channels ?? noChannels;
  const trouble = problem ?? unmarked ?? byValue.problem;
  const { said } = byValue;
  // As long as nothing of it changes, whoever is given it is not drawn anew (benchmark “frames a second while it is zoomed”).
  return useMemo(
    () => ({
      recordingId,
      choose,
      alignment,
      align,
      offsetMs,
      move,
      bandShare,
      widen,
      channels,
      problem: trouble,
      said,
      drawn,
    }),
    [recordingId, alignment, offsetMs, bandShare, channels, trouble, said, drawn],
  );
}

// What is well differs by that, from part to part.
const usualBand = 0.1;

const noChannels: readonly ChannelInfo[] = [];
const isByValue = (alignment: Alignment): boolean => !(alignment in alignments);

/** What is seen of a recording that is drawn so much longer than it is. */
const stretched = ({ fromMs, toMs }: View, by: number): View => ({ fromMs: fromMs / by, toMs: toMs / by });

interface Shift {
  readonly shiftMs: number | undefined;
  /** By what the time of the other one is stretched; as it is where nothing is said. */
  readonly stretch?: number;
  readonly said?: string;
  readonly problem: string | undefined;
}

/** By how much another recording is moved so that one value of both lies over itself. @param key `undefined`: it is not moved by a value */
function useShift(
  reader: OpenRecording['reader'],
  other: OpenRecording | undefined,
  key: string | undefined,
  bandShare: number,
): Shift {
  const [shift, setShift] = useState<Shift>(unmoved);
  useEffect(() => {
    setShift(unmoved);
    if (!other || key === undefined) return;
    let isOld = false;
    const find = async () => {
      if (other.stepMs !== null) return lay(await fitOver(reader, other, key, bandShare));
      const rows = await other.reader.rowsOf(key);
      const shiftMs = rows && (await reader.shiftOf(key, rows));
      if (isOld) return;
      setShift({
        shiftMs,
        problem:
          shiftMs === undefined ? 'They do not lie over each other by that value: they begin together.' : undefined,
      });
    };
    const lay = (next: Shift) => isOld || setShift(next);
    void find();
    return () => {
      isOld = true;
    };
  }, [reader, other, key, bandShare]);
  return shift;
}

/** A capture is laid over another where it fits best. */
async function fitOver(
  reader: OpenRecording['reader'],
  other: OpenRecording,
  alignment: Alignment,
  bandShare: number,
): Promise<Shift> {
  const isStretched = alignment.startsWith(stretchSign);
  const key = isStretched ? alignment.slice(stretchSign.length) : alignment;
  const samples = await other.reader.samplesOf(key);
  const fit = samples ? await reader.fitOf(key, samples, isStretched, bandShare) : 'The other one has no such channel.';
  if (typeof fit === 'string') return { shiftMs: undefined, problem: fit };
  const { shiftMs, stretch, correlation, shareOutside, firstOutsideMs } = fit;
  const first = firstOutsideMs === null ? '' : `, for the first time at ${sayInstant(firstOutsideMs, firstOutsideMs)}`;
  const place = shiftMs === 0 ? 'Not moved' : `Moved by ${sayInstant(shiftMs, Math.abs(shiftMs))}`;
  const speed = isStretched ? `, made ${sayStretch(stretch)}` : '';
  const said = `${place}${speed}, correlation ${correlation.toFixed(3)}; ${(shareOutside * 100).toFixed(1)} % lies further off than ${formatPlain(bandShare * 100)} % of its range${first}.`;
  return { shiftMs: -shiftMs, stretch, problem: undefined, said };
}

const sayStretch = (by: number): string =>
  by >= 1 ? `${((by - 1) * 100).toFixed(1)} % longer` : `${((1 - by) * 100).toFixed(1)} % shorter`;

const unmoved: Shift = { shiftMs: undefined, problem: undefined };

const noCells = [] as const;

/** What is drawn: each channel with what is laid over it, once both pictures are there. */
export function useDrawnChannels(
  reader: OpenRecording['reader'],
  channels: readonly ChannelInfo[],
  shown: readonly ChannelInfo[],
  view: View,
  over: Over,
): { readonly view: View; readonly channels: readonly DrawnChannel[] } {
  const keys = useMemo(() => shown.map(({ key }) => key), [shown]);
  const drawn = useDrawn(reader, keys, view);
  return useMemo(
    () => ({
      view: drawn?.view ?? view,
      channels: shown.map((channel) => ({
        ...channel,
        cells: drawn?.cellsOf.get(channel.key) ?? noCells,
        over: over.drawn?.cellsOf.get(channel.key) ?? noCells,
        colour: channels.indexOf(channel),
      })),
    }),
    [channels, shown, drawn, over.drawn],
  );
}
