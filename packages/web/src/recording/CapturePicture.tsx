import type { CaptureSource } from '@probe-trail/core/captureSource';
import { formatPlain } from '@probe-trail/core/reading';
import classes from './CapturePicture.module.css';
import { sayInstant } from './sayInstant';

const [width, height] = [600, 120];

interface PictureProps {
  readonly source: CaptureSource;
  /** The channel as the plan calls it; as the capture calls it where nothing is given. */
  readonly name?: string | undefined;
}

/** A capture as it was measured: the signal, the part that was measured, and the moments that have a name. */
export function CapturePicture({ source, name }: PictureProps) {
  const { picture, fromMs, toMs, marks, what, byHand } = source;
  const length = picture.toMs - picture.fromMs || 1;
  const across = (atMs: number) => ((atMs - picture.fromMs) / length) * width;
  // Of the whole there is nothing to point out.
  const isPart = fromMs > picture.fromMs || toMs < picture.toMs;
  const { path, other, least, most } = outlineOf(picture);
  const said = `${name ?? source.channel}: ${what}, ${sayPart(source)}`;
  return (
    <figure className={classes.picture}>
      <svg viewBox={`0 0 ${width} ${height}`} preserveAspectRatio="none" role="img" aria-label={said}>
        {isPart && (
          <rect
            className={classes.part}
            x={across(fromMs)}
            width={Math.max(2, across(toMs) - across(fromMs))}
            y={0}
            height={height}
          />
        )}
        {marks.map(({ atMs, text }) => (
          <line key={`${atMs} ${text}`} x1={across(atMs)} x2={across(atMs)} y1={0} y2={height} />
        ))}
        <path d={path} vectorEffect="non-scaling-stroke" />
        {other !== undefined && <path className={classes.good} d={other} vectorEffect="non-scaling-stroke" />}
      </svg>
      <figcaption>
        <span>
          {name ?? source.channel}: {what}, {sayPart(source)}
          {byHand && <b>, markers set by hand</b>}
        </span>
        <span className="soft">
          {toThree(least)} to {toThree(most)}
          {other !== undefined && '; dashed: the known-good one'}
          {marks.length > 0 && `; ${marks.map(({ atMs, text }) => `${text} ${sayInstant(atMs, length)}`).join(', ')}`}
        </span>
      </figcaption>
    </figure>
  );
}

const toThree = (value: number): string => formatPlain(Number(value.toPrecision(3)));

function sayPart({ fromMs, toMs, picture }: CaptureSource): string {
  if (fromMs <= picture.fromMs && toMs >= picture.toMs) return 'over all of it';
  const length = picture.toMs - picture.fromMs;
  const from = sayInstant(fromMs, length);
  return fromMs === toMs ? `at ${from}` : `from ${from} to ${sayInstant(toMs, length)}`;
}

/** From the lowest to the highest of each cell and back, as one area; it is as thin as a line where both are the same. */
function outlineOf({ lows, highs, against }: CaptureSource['picture']) {
  const known = [...lows, ...highs, ...against].filter((value) => value !== null);
  const [least, most] = known.length > 0 ? [Math.min(...known), Math.max(...known)] : [0, 0];
  const span = most - least || 1;
  const at = (value: number | null, cell: number) =>
    value === null
      ? []
      : [
          `${(((cell + 0.5) / lows.length) * width).toFixed(1)} ${(height - 4 - ((value - least) / span) * (height - 8)).toFixed(1)}`,
        ];
  const points = [...highs.flatMap(at), ...lows.flatMap(at).reverse()];
  const other = against.flatMap(at);
  return {
    path: points.length > 0 ? `M${points.join('L')}Z` : '',
    other: other.length > 1 ? `M${other.join('L')}` : undefined,
    least,
    most,
  };
}
