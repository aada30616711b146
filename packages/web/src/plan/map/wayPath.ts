import type { Point } from './mapLayout';

const radius = 8;

/** A line through the corners, which it rounds. */
export function svgPathOf(points: readonly Point[]): string {
  return points
    .map((point, index) => {
      const [before, after] = [points[index - 1], points[index + 1]];
      if (!before) return `M${point.x} ${point.y}`;
      if (!after) return `L${point.x} ${point.y}`;
      const [from, to] = [towards(point, before), towards(point, after)];
      return `L${from.x} ${from.y} Q${point.x} ${point.y} ${to.x} ${to.y}`;
    })
    .join(' ');
}

function towards(corner: Point, other: Point): Point {
  const [dx, dy] = [other.x - corner.x, other.y - corner.y];
  const length = Math.hypot(dx, dy);
  const share = length === 0 ? 0 : Math.min(radius, length / 2) / length;
  return { x: round(corner.x + dx * share), y: round(corner.y + dy * share) };
}

const round = (value: number) => Number(value.toFixed(1));
