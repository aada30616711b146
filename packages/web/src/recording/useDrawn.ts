import type { ChannelInfo } from '@probe-trail/core/recording';
import type { Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { RecordingReader } from './recording.worker';
import type { DrawnChannel } from './TraceCharts';
import type { View } from './useView';

// As many as a screen has points across, for two each.
const cellCount = 600;

interface Wanted {
  readonly shown: readonly ChannelInfo[];
  readonly view: View;
}

/** The channels over what is seen. While one picture is being made, only the newest wish waits. */
export function useDrawn(
  reader: Remote<RecordingReader>,
  channels: readonly ChannelInfo[],
  shown: readonly ChannelInfo[],
  view: View,
): readonly DrawnChannel[] {
  const [drawn, setDrawn] = useState<readonly DrawnChannel[]>([]);
  const waiting = useRef<Wanted | undefined>(undefined);
  const isBusy = useRef(false);
  useEffect(() => {
    waiting.current = { shown, view };
    if (isBusy.current) return;
    const draw = async () => {
      isBusy.current = true;
      for (let next = waiting.current; next; next = waiting.current) {
        waiting.current = undefined;
        const { fromMs, toMs } = next.view;
        const all = await reader.draw(
          next.shown.map(({ key }) => key),
          fromMs,
          toMs,
          cellCount,
        );
        setDrawn(
          next.shown.map((channel, index) => ({
            ...channel,
            cells: all[index] ?? [],
            colour: channels.indexOf(channel),
          })),
        );
      }
      isBusy.current = false;
    };
    void draw();
  }, [reader, channels, shown, view]);
  return drawn;
}
