import { type CodeSheet, identityNotices, sayIdentityNotice } from '@probe-trail/core/codes';
import type { OpenJob } from '../job/useJob';
import { Notice } from '../spec/Notice';

/** Units that say that they are others than before on this visit, or than belong on this model. */
export function OtherUnits({ open: { sheets, line }, sheet }: { readonly open: OpenJob; readonly sheet: CodeSheet }) {
  const notices = identityNotices(sheet, sheets.slice(0, sheets.indexOf(sheet)), line);
  if (notices.length === 0) return null;
  return (
    <Notice kind="tooCloseToCall" title="Another unit than expected">
      <ul className="bullets">
        {notices.map((notice) => (
          <li key={`${notice.unitId} ${notice.field}`}>
            <b>{notice.name}</b>: {sayIdentityNotice(notice)}
          </li>
        ))}
      </ul>
    </Notice>
  );
}
