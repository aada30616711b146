import Markdown from 'react-markdown';
import classes from './SafeMarkdown.module.css';

/** Markdown of an author. HTML in it is shown as the text that it is, and never run. */
export function SafeMarkdown({ text }: { readonly text: string }) {
  return (
    <div className={classes.text}>
      <Markdown>{text}</Markdown>
    </div>
  );
}
