import type { Finding } from '@probe-trail/core/plan';
import { Notice } from '../../ui/Notice';

/** Findings of the plan check about the thing that is being edited. */
export function Findings({ findings }: { readonly findings: readonly Finding[] }) {
  return findings.map(({ rule, severity, says, todo }) => (
    <Notice key={rule + says} kind={severity === 'error' ? 'outOfSpec' : 'tooCloseToCall'} title={says}>
      <div className="soft">{todo}</div>
    </Notice>
  ));
}
