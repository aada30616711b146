import { Button } from '@mantine/core';
import { sayFinding } from '@probe-trail/core/sideFinding';
import type { OpenJob } from '../job/useJob';
import { Notice } from '../spec/Notice';
import { goToPart } from '../ui/goToPart';
import { sayCount } from '../ui/sayCount';
import { toOfferAgain } from './earlierFindings';

/** What earlier visits left open is said first, as long as nobody has asked the customer about it on this one. */
export function OfferedAgain({ open }: { readonly open: OpenJob }) {
  const left = toOfferAgain(open);
  if (left.length === 0 || open.job.stage === 'gone') return null;
  const unsafe = left.filter(({ finding }) => finding.urgency === 'unsafeNow');
  return (
    <Notice
      kind={unsafe.length > 0 ? 'outOfSpec' : 'tooCloseToCall'}
      title={
        unsafe.length > 0
          ? `Not safe to drive: ${unsafe.map(({ finding }) => sayFinding(finding)).join('; ')}`
          : `${sayCount(left.length, 'side finding')} of earlier visits to offer again`
      }
    >
      <Button variant="default" mt="xs" onClick={() => goToPart('notes')}>
        To the side findings
      </Button>
    </Notice>
  );
}
