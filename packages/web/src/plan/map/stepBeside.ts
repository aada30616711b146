import type { MapGraph } from './mapGraph';
import type { MapLayout } from './mapLayout';

export type Direction = 'right' | 'left' | 'up' | 'down';

/**
 * The step that an arrow key goes to: down along the first way on, up back to the nearest step that leads here, left and right to the
 * nearest one beside it. `undefined` where there is none.
 */
export function stepBeside(
  { ways }: Pick<MapGraph, 'ways'>,
  layout: MapLayout,
  stepId: string,
  direction: Direction,
): string | undefined {
  if (direction === 'down') return ways.find(({ from }) => from === stepId)?.to;
  if (direction === 'up') return ways.find(({ to }) => to === stepId)?.from;
  const here = layout.steps.get(stepId);
  if (!here) return undefined;
  const sign = direction === 'right' ? 1 : -1;
  let nearest: { readonly id: string; readonly away: number } | undefined;
  for (const [id, { x, y }] of layout.steps) {
    const ahead = (x - here.x) * sign;
    // Above and below count more than beside: an arrow stays in its row.
    const away = ahead + Math.abs(y - here.y) * 3;
    if (id !== stepId && ahead > 0 && (!nearest || away < nearest.away)) nearest = { id, away };
  }
  return nearest?.id;
}
