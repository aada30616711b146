import { device } from '../../device/database';
import { hasKeptLayouts, noteKeptLayouts } from './hasKeptLayouts';
import type { MapLayout } from './mapLayout';

const keepForMs = 90 * 86_400_000;

/** The layout that this device has for a shape, if any; a device without room or without a database has none. */
export async function keptLayout(shape: string): Promise<MapLayout | undefined> {
  if (!hasKeptLayouts()) return undefined;
  const kept = await device.layouts.get(shape).catch(() => undefined);
  return kept?.layout as MapLayout | undefined;
}

/** Keeps a layout, and forgets those that nobody has needed for long. */
export async function keepLayout(shape: string, layout: MapLayout, atMs: number): Promise<void> {
  try {
    await device.layouts.put({ shape, layout, atMs });
    noteKeptLayouts();
    await device.layouts
      .where('atMs')
      .below(atMs - keepForMs)
      .delete();
  } catch {
    // It is only made once more the next time.
  }
}
