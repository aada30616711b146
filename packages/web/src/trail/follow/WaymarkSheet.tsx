import { Button, Group } from '@mantine/core';
import { isAdded, placeOfTrail, type Waymark } from '@probe-trail/core/trail';
import { Moment } from '../../device/Moment';
import { ReasonForm } from '../../fields/ReasonForm';
import { BottomSheet } from '../../ui/BottomSheet';
import type { OpenTrail } from '../log/useTrail';
import { WaymarkReadings } from '../record/WaymarkReadings';
import { stepOf } from '../waymarkLook';

interface SheetProps {
  readonly open: OpenTrail;
  readonly waymark: Waymark | undefined;
  readonly onClose: () => void;
}

/** What was recorded at a waymark, with the offer to go back to it. */
export function WaymarkSheet({
  open: {
    trail,
    trail: { plan },
    record,
  },
  waymark,
  onClose,
}: SheetProps) {
  const isOfProof = waymark?.proves !== undefined;
  const canGoBack = waymark && !waymark.setAside && !isOfProof && placeOfTrail(trail).kind !== 'concluded';
  const isOwn = waymark !== undefined && isAdded(trail, waymark.stepId);
  const goBack = () => {
    if (waymark && record({ kind: 'wentBack', toWaymarkId: waymark.id })) onClose();
  };
  return (
    <BottomSheet
      opened={waymark !== undefined}
      onClose={onClose}
      title={waymark && stepOf(plan, waymark.stepId)?.title}
    >
      {waymark && (
        <>
          <p className="soft">
            {waymark.by}, <Moment atMs={waymark.atMs} />
            {isOfProof && '. Measured after the repair, to prove it.'}
            {waymark.setAside && (isOfProof ? ' Set aside.' : '. Set aside: it no longer counts as evidence.')}
            {waymark.takenBackBecause !== undefined && ` ${waymark.takenBackBecause}.`}
          </p>
          <WaymarkReadings plan={plan} waymark={waymark} jobId={trail.jobId} />
        </>
      )}
      {canGoBack && (
        <Group mt="md">
          <Button size="lg" onClick={goBack}>
            {isOwn ? 'Do this test again' : 'Go back to this step'}
          </Button>
          <span className="soft">
            {isOwn
              ? 'This waymark alone is set aside, and stays readable.'
              : 'This waymark and those after it are set aside, and stay readable.'}
          </span>
        </Group>
      )}
      {waymark && ((canGoBack && isOwn) || (isOfProof && !waymark.setAside)) && (
        <ReasonForm
          opens="Withdraw it"
          label="Why it does not count"
          description="It stays in the record, set aside"
          does="Withdraw it"
          onReason={(reason) => {
            if (record({ kind: 'offPlanTakenBack', testId: waymark.id, reason })) onClose();
          }}
        />
      )}
    </BottomSheet>
  );
}
