import type { Cell } from '@probe-trail/core/recording';
import type { Remote } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import type { RecordingReader } from './recording.worker';
import type { View } from './useView';

// As many as a screen has points across, for two each.
const cellCount = 400;

/** A picture of some channels over what was seen when it was asked for. */
export interface Drawn {
  readonly view: View;
  readonly cellsOf: ReadonlyMap<string, readonly Cell[]>;
}

interface Wanted {
  readonly keys: readonly string[];
  readonly view: View;
}

/**
 * The channels over what is seen. While one picture is being made, only the newest wish waits.
 * @param reader `undefined`: there is nothing to draw
 */
export function useDrawn(
  reader: Remote<RecordingReader> | undefined,
  keys: readonly string[],
  view: View,
): Drawn | undefined {
  const [drawn, setDrawn] = useState<Drawn | undefined>();
  // Of each reader its own: one that has ended answers no more.
  const desk = useMemo(
    (): { waiting: Wanted | undefined; isBusy: boolean } => ({ waiting: undefined, isBusy: false }),
    [reader],
  );
  useEffect(() => {
    if (!reader) return setDrawn(undefined);
    desk.waiting = { keys, view };
    if (desk.isBusy) return;
    const draw = async () => {
      desk.isBusy = true;
      for (let next = desk.waiting; next; next = desk.waiting) {
        desk.waiting = undefined;
        const all = await reader.draw(next.keys, next.view.fromMs, next.view.toMs, cellCount);
        setDrawn({ view: next.view, cellsOf: new Map(next.keys.map((key, index) => [key, all[index] ?? []])) });
      }
      desk.isBusy = false;
    };
    void draw();
  }, [reader, desk, keys, view]);
  return drawn;
}
