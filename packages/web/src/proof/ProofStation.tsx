import { Button, Group } from '@mantine/core';
import { proofVerdicts } from '@probe-trail/core/job';
import { type Proof, sayProof } from '@probe-trail/core/proof';
import { useState } from 'react';
import { Moment } from '../device/Moment';
import type { OpenJob, StationBodyProps } from '../job/useJob';
import { useMay } from '../session/sessionApi';
import { VerdictMark } from '../spec/VerdictMark';
import { CloseProof } from './CloseProof';
import { ProofPoints } from './ProofPoints';
import classes from './ProofPoints.module.css';
import { markOfProof } from './proofLook';
import { SelfTest } from './SelfTest';
import { TryOut } from './TryOut';
import { useProof } from './useProof';

/** What the proof came to, in one line; before that, what happens there. */
export function sayProofFacts({ job: { proof, unprovenBecause } }: OpenJob): string {
  if (proof) return `${proofVerdicts[proof.verdict]}${proof.because === '' ? '' : `: ${proof.because}`}`;
  return unprovenBecause === '' ? 'the failing test again, codes, a drive' : `not proven: ${unprovenBecause}`;
}

/** What shows that the repair worked: computed from what is recorded, never ticked. */
export function ProofStation({ open, isDue }: StationBodyProps) {
  const { job } = open;
  const mayWork = useMay('workOnJobs');
  const { proof, trails } = useProof(open);
  const [adding, setAdding] = useState<'trial' | 'selfTest' | undefined>();
  if (!proof)
    return (
      <p className="soft">
        {job.repairs.length > 0
          ? 'No repair stands: what is to be proven is recorded at the repair.'
          : 'It opens when a repair is recorded, or when no fault was found.'}
      </p>
    );
  const repairId = proof.repair?.repairId ?? null;
  const close = () => setAdding(undefined);
  const isOpen = mayWork && job.stage !== 'gone';
  return (
    <>
      <p className={classes.verdict} role="status">
        <VerdictMark kind={markOfProof(proof)} />
        <span>{sayProof(proof)}</span>
      </p>
      {job.proof && (
        <p>
          Closed as {proofVerdicts[job.proof.verdict]} by {job.proof.by}, <Moment atMs={job.proof.atMs} />
          {job.proof.because !== '' && `: ${job.proof.because}`}
        </p>
      )}
      <ProofPoints open={open} proof={proof} trails={trails} mayWork={isOpen} />
      {isOpen && adding === 'trial' && (
        <TryOut open={open} sinceMs={proof.repair?.atMs ?? 0} repairId={repairId} onRecorded={close} />
      )}
      {isOpen && adding === 'selfTest' && <SelfTest open={open} repairId={repairId} onRecorded={close} />}
      {isOpen && adding === undefined && (
        <Group>
          {!job.proof && proof.verdict === 'proven' && <CloseProof open={open} proof={proof} />}
          <Button
            size="lg"
            mih={56}
            variant={isDue && isTryNext(proof) ? 'filled' : 'default'}
            onClick={() => setAdding('trial')}
          >
            Try it out
          </Button>
          <Button size="lg" mih={56} variant="default" onClick={() => setAdding('selfTest')}>
            Add a self-test
          </Button>
        </Group>
      )}
      {isOpen && !job.proof && proof.verdict !== 'proven' && <Unproven open={open} proof={proof} />}
    </>
  );
}

/** Whether trying it out is all that is left to do. */
const isTryNext = ({ points }: Proof): boolean =>
  points.find(({ state }) => state === 'missing')?.about === 'complaint';

/** The way on without a proof is there, and does not lead. */
function Unproven(props: Parameters<typeof CloseProof>[0]) {
  const [isOpen, setIsOpen] = useState(props.proof.verdict === 'notPossible');
  if (isOpen) return <CloseProof {...props} />;
  return (
    <Button variant="subtle" color="gray" mt="sm" px={0} onClick={() => setIsOpen(true)}>
      Return it unproven
    </Button>
  );
}
