import { Button, Group, Stack, TextInput } from '@mantine/core';
import { trailEventLengths } from '@probe-trail/core/trail';
import { useState } from 'react';
import { Link } from 'react-router';
import { SideFindingForm } from '../../sideFinding/SideFindingForm';
import { BottomSheet } from '../../ui/BottomSheet';
import { NameCause } from '../add/NameCause';
import type { OpenTrail } from '../log/useTrail';
import { InputsPanel } from './InputsPanel';

/** What is seldom needed on a trail: a pause, what was asked at the start, the record. */
export function TrailMenu({ open }: { readonly open: OpenTrail }) {
  const { trail, trailId, record } = open;
  const { plan } = trail;
  const [shown, setShown] = useState<'menu' | 'inputs' | undefined>();
  const [reason, setReason] = useState('');
  const asked = plan.inputs.filter(({ from }) => from === null);
  const close = () => setShown(undefined);
  return (
    <>
      <Button variant="default" onClick={() => setShown('menu')}>
        More
      </Button>
      <BottomSheet opened={shown !== undefined} onClose={close} title="This trail">
        {shown === 'inputs' ? (
          <InputsPanel open={open} inputs={asked} title="Asked at the start" onDone={close} />
        ) : (
          <Stack maw={640}>
            {trail.at.kind !== 'concluded' && !trail.paused && (
              <Group align="end">
                <TextInput
                  label="Pause it"
                  description="Why, if somebody else goes on with it"
                  style={{ flex: 1 }}
                  maxLength={trailEventLengths('paused').reason}
                  value={reason}
                  onChange={(event) => setReason(event.currentTarget.value)}
                />
                <Button
                  size="lg"
                  variant="default"
                  onClick={() => {
                    if (!record({ kind: 'paused', reason: reason.trim() })) return;
                    setReason('');
                    close();
                  }}
                >
                  Pause
                </Button>
              </Group>
            )}
            {asked.length > 0 && trail.at.kind !== 'concluded' && (
              <Button size="lg" variant="default" onClick={() => setShown('inputs')}>
                Change what was asked at the start
              </Button>
            )}
            {trail.jobId !== null && <NoteSideFinding jobId={trail.jobId} onRecorded={close} />}
            {trail.at.kind === 'step' && !trail.proving && (
              <NameCause open={open} button={{ size: 'lg', variant: 'default' }} />
            )}
            <Button size="lg" variant="default" component={Link} to={`/trails/${trailId}/record`}>
              Record of this trail
            </Button>
          </Stack>
        )}
      </BottomSheet>
    </>
  );
}

/** Something else that is noticed meanwhile goes to the job; its form opens when somebody asks for it. */
function NoteSideFinding({ jobId, onRecorded }: { readonly jobId: string; readonly onRecorded: () => void }) {
  const [isOpen, setIsOpen] = useState(false);
  if (isOpen) return <SideFindingForm jobId={jobId} onRecorded={onRecorded} />;
  return (
    <Button size="lg" variant="default" onClick={() => setIsOpen(true)}>
      Add a side finding
    </Button>
  );
}
