import { sayWho, type Voiding } from '@probe-trail/core/log';
import { Moment } from '../device/Moment';

interface EntryWhoProps {
  readonly entry: { readonly by: string; readonly sentBy?: string | undefined; readonly atMs: number };
  readonly voiding: Voiding | undefined;
  /** Why it does not count although nobody has voided it. */
  readonly notCounted?: string | undefined;
}

/** Who recorded an entry, who sent it where that was somebody else, when, and whether it counts no more. */
export function EntryWho({ entry, voiding, notCounted }: EntryWhoProps) {
  return (
    <small>
      {sayWho(entry)}, <Moment atMs={entry.atMs} />
      {voiding && (
        <>
          <br />
          <b>void</b>: {voiding.reason} ({voiding.by}, <Moment atMs={voiding.atMs} />)
        </>
      )}
      {notCounted !== undefined && (
        <>
          <br />
          <b>does not count</b>: {notCounted}
        </>
      )}
    </small>
  );
}
