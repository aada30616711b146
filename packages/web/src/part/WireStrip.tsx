import classes from './WireStrip.module.css';
import { wireColour } from './wireColour';

interface Wire {
  readonly colour: string;
  readonly tracer: string;
}

/** A wire drawn in its colours, with their names: the colour never stands alone. */
export function WireStrip({ wire: { colour, tracer } }: { readonly wire: Wire }) {
  const main = wireColour(colour);
  const second = wireColour(tracer);
  const background = main && second ? `linear-gradient(${main} 0 36%, ${second} 36% 64%, ${main} 64%)` : main;
  if (colour === '') return null;
  return (
    <span className={classes.wire}>
      {background && <i className={classes.strip} style={{ background }} />}
      {[colour, tracer].filter((name) => name !== '').join(' / ')}
    </span>
  );
}
