import type { Reference } from '@probe-trail/core/captureSource';
import { formatPlain } from '@probe-trail/core/reading';
import classes from './ReferencePicture.module.css';

const [width, height] = [600, 80];

/** A known-good capture of a part: its line, how long it is and between what it lies. */
export function ReferencePicture({ reference: { name, unit, stepMs, values } }: { readonly reference: Reference }) {
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const span = most - least || 1;
  const points = values.map(
    (value, at) =>
      `${((at / (values.length - 1)) * width).toFixed(1)},${(height - 4 - ((value - least) / span) * (height - 8)).toFixed(1)}`,
  );
  const length = formatPlain(Number(((values.length - 1) * stepMs).toPrecision(4)));
  return (
    <figure className={classes.picture}>
      <svg viewBox={`0 0 ${width} ${height}`} preserveAspectRatio="none" role="img" aria-label={`${name}, known-good`}>
        <polyline points={points.join(' ')} vectorEffect="non-scaling-stroke" />
      </svg>
      <figcaption className="soft">
        {formatPlain(Number(least.toPrecision(3)))} to {formatPlain(Number(most.toPrecision(3)))} {unit} over {length}{' '}
        ms
      </figcaption>
    </figure>
  );
}
