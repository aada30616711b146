import { Button, Drawer, Group } from '@mantine/core';
import type { Waymark } from '@probe-trail/core/trail';
import { Moment } from '../../ui/Moment';
import { WaymarkReadings } from '../record/WaymarkReadings';
import type { OpenTrail } from './useTrail';
import { stepOf } from './waymarkLook';

interface SheetProps {
  readonly open: OpenTrail;
  readonly waymark: Waymark | undefined;
  readonly onClose: () => void;
}

/** What was recorded at a waymark, with the offer to go back to it. */
export function WaymarkSheet({ open: { plan, trail, record }, waymark, onClose }: SheetProps) {
  const canGoBack = waymark && !waymark.setAside && trail.at.kind !== 'concluded';
  const goBack = () => {
    if (waymark) record({ kind: 'wentBack', toWaymarkId: waymark.id });
    onClose();
  };
  return (
    <Drawer opened={waymark !== undefined} onClose={onClose} title={waymark && stepOf(plan, waymark.stepId)?.title}>
      {waymark && (
        <>
          <p className="soft">
            {waymark.by}, <Moment atMs={waymark.atMs} />
            {waymark.setAside && '. Set aside: it no longer counts as evidence.'}
          </p>
          <WaymarkReadings plan={plan} waymark={waymark} />
        </>
      )}
      {canGoBack && (
        <Group mt="md">
          <Button size="lg" onClick={goBack}>
            Go back to this step
          </Button>
          <span className="soft">This waymark and those after it are set aside, and stay readable.</span>
        </Group>
      )}
    </Drawer>
  );
}
