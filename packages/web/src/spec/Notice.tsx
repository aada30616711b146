import type { VerdictKind } from '@probe-trail/core/spec';
import type { ReactNode } from 'react';
import classes from './Notice.module.css';
import { VerdictMark } from './VerdictMark';

interface NoticeProps {
  readonly kind: VerdictKind;
  readonly title: string;
  readonly children?: ReactNode;
}

/** Something that the user must know, with what to do about it. */
export function Notice({ kind, title, children }: NoticeProps) {
  return (
    <div className={classes.notice} role={kind === 'outOfSpec' ? 'alert' : 'status'}>
      <VerdictMark kind={kind} />
      <div>
        <strong>{title}</strong>
        {children}
      </div>
    </div>
  );
}
