import type { ComponentProps } from 'react';
import classes from './TextButton.module.css';

/** A small choice within a line of text, large enough for a thumb without taking the room. */
export function TextButton(props: ComponentProps<'button'>) {
  return <button type="button" className={classes.button} {...props} />;
}
