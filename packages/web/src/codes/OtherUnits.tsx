import { type CodeSheet, identityNotices, sayIdentityNotice } from '@probe-trail/core/codes';
import type { OpenJob } from '../job/useJob';
import { Notice } from '../spec/Notice';

interface OtherProps {
  readonly open: OpenJob;
  readonly sheet: CodeSheet;
}

/** Units that say that they are others than before, on this visit or an earlier one, or than belong on this model. */
export function OtherUnits({ open: { sheets, toldBefore, line }, sheet }: OtherProps) {
  const visits = toldBefore.filter(({ takenAtMs }) => takenAtMs < sheet.takenAtMs);
  const notices = identityNotices(sheet, [...visits, ...sheets.slice(0, sheets.indexOf(sheet))], line);
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
