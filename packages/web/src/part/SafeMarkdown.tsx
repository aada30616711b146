import { findPin, type Plan, photoIdOf, withMentions } from '@probe-trail/core/plan';
import { useMemo } from 'react';
import Markdown, { type Components, defaultUrlTransform } from 'react-markdown';
import { photoUrl } from '../photo/photoApi';
import classes from './SafeMarkdown.module.css';
import { WireStrip } from './WireStrip';

interface MarkdownProps {
  readonly text: string;
  /** Whose pins `@C31.2` means; without it that is only text. */
  readonly plan?: Pick<Plan, 'partCards'>;
}

const addressOf = (address: string): string =>
  photoIdOf(address) === undefined ? defaultUrlTransform(address) : address;

/** Markdown of an author. HTML in it is shown as the text that it is, and never run; pins stand with their wires. */
export function SafeMarkdown({ text, plan }: MarkdownProps) {
  const linked = useMemo(
    () =>
      plan
        ? withMentions(plan, text, ({ connector, pin }) => `[${connector.id}·${pin.pin}](#${connector.id}/${pin.pin})`)
        : text,
    [plan, text],
  );
  const components = useMemo<Components>(
    () => ({
      // A picture from elsewhere is not fetched: its text stands for it.
      img: ({ src = '', alt = '' }) => {
        const photoId = photoIdOf(String(src));
        return photoId === undefined ? alt : <img src={photoUrl(photoId)} alt={alt} loading="lazy" />;
      },
      a: ({ href = '', children }) => {
        const [connectorId = '', pin = ''] = href.startsWith('#') ? href.slice(1).split('/') : [];
        const found = plan && findPin(plan, connectorId, pin);
        if (!found) return <a href={href}>{children}</a>;
        return (
          <span className={classes.pin} title={`${found.pin.name}, ${found.partCard.name}`}>
            <b className="mono">{children}</b> <WireStrip wire={found.pin.wire} />
          </span>
        );
      },
    }),
    [plan],
  );
  return (
    <div className={`prose ${classes.text}`}>
      <Markdown components={components} urlTransform={addressOf}>
        {linked}
      </Markdown>
    </div>
  );
}
