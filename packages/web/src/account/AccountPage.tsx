import { Button, Group, SegmentedControl } from '@mantine/core';
import { type Account, accountBlocks, accountOf, customerParts, type Voice, voices } from '@probe-trail/core/account';
import { accountParts, type Job, type WrittenPart, writtenPartSchema } from '@probe-trail/core/job';
import { lengthsOf } from '@probe-trail/core/schema';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Wait } from '../api/Wait';
import { useKeptState } from '../device/keptState';
import { Moment } from '../device/Moment';
import { isRecordOf, isText } from '../device/shapes';
import { TextBlock } from '../fields/TextField';
import { Page } from '../frame/Page';
import { type OpenJob, useJob } from '../job/useJob';
import { useRecording } from '../job/useRecording';
import { useProof } from '../proof/useProof';
import { useMay } from '../session/sessionApi';
import classes from './AccountPage.module.css';
import { type CaptionedPhoto, ExportAccount } from './ExportAccount';
import { SignAccount, type Signature } from './SignAccount';

/** The account of a job, written from what is recorded: for the customer to be changed and handed over, for the next technician in figures. */
export function AccountPage() {
  const { jobId = '' } = useParams();
  const { open, error, retry } = useJob(jobId);
  return (
    <Page
      title={`${open ? `${open.vehicle.fleetNumber}: ` : ''}account`}
      actions={
        <Button variant="default" component={Link} to={`/jobs/${jobId}`}>
          To the job
        </Button>
      }
    >
      <Wait for={open} error={error} retry={retry}>
        {(job) => <Written open={job} />}
      </Wait>
    </Page>
  );
}

/** What is written anew, what was handed over last, and the figures. */
function useAccount(open: OpenJob) {
  const { jobId, job, vehicle, line, sheets } = open;
  const { proof, trails: opened } = useProof(open);
  return useMemo(() => {
    const trails = new Map([...opened].map(([trailId, { trail }]) => [trailId, trail]));
    const input = { jobId, job, vehicle, lineName: line?.name ?? '', sheets, trails, proof };
    return { account: accountOf(input), fresh: customerParts(input), proof, trails };
  }, [jobId, job, vehicle, line, sheets, proof, opened]);
}

function Written({ open }: { readonly open: OpenJob }) {
  const [voice, setVoice] = useState<Voice>('customer');
  const { account, fresh, proof, trails } = useAccount(open);
  const [changed, setChanged, forget] = useKeptState<Readonly<Record<string, string>>>(
    `account-${open.jobId}`,
    unchanged,
    isRecordOf(isText),
  );
  const parts = account.customer.map(({ part, text }) => ({ part, text: changed[part] ?? text }));
  const written = { ...account, customer: parts };
  return (
    <>
      <Group justify="space-between">
        <SegmentedControl
          aria-label="For whom"
          size="md"
          data={(Object.keys(voices) as Voice[]).map((value) => ({ value, label: voices[value] }))}
          value={voice}
          onChange={(next) => setVoice(next as Voice)}
        />
        <ExportAccount
          account={written}
          voice={voice}
          proof={proof}
          trails={trails}
          photos={photosOf(open.job)}
          given={givenAs(open.job, parts)}
        />
      </Group>
      {voice === 'customer' ? (
        <ForCustomer
          open={open}
          parts={parts}
          fresh={fresh}
          onText={(part, text) => setChanged((last) => ({ ...last, [part]: text }))}
          onAnew={() => setChanged(Object.fromEntries(fresh.map(({ part, text }) => [part, text])))}
          onGiven={() => {
            setChanged(unchanged);
            forget();
          }}
        />
      ) : (
        <ForTechnician account={written} />
      )}
    </>
  );
}

const unchanged = {};

interface CustomerProps {
  readonly open: OpenJob;
  readonly parts: readonly WrittenPart[];
  /** What would be written from what is recorded now. */
  readonly fresh: readonly WrittenPart[];
  readonly onText: (part: string, text: string) => void;
  readonly onAnew: () => void;
  readonly onGiven: () => void;
}

/** The parts for the customer, which can be changed; what is handed over stays as it was then. */
function ForCustomer({ open, parts, fresh, onText, onAnew, onGiven }: CustomerProps) {
  const { note, isBusy } = useRecording(open.record);
  const mayGive = useMay('takeInJobs');
  const given = open.job.accounts.at(-1);
  const isAsGiven = givenAs(open.job, parts) !== undefined;
  const give = async (signature: Signature | null) => {
    const kept = parts.map(({ part, text }) => ({ part, text: text.trim() })).filter(({ text }) => text !== '');
    if (await note({ kind: 'accountGiven', parts: kept, signature })) onGiven();
  };
  return (
    <div className={classes.parts}>
      {given && (
        <p className="soft">
          Handed over by {given.by}, <Moment atMs={given.atMs} />
          {open.job.accounts.length > 1 && `, version ${open.job.accounts.length}`}
          {given.signature && `, signed by ${given.signature.by}`}. A change makes another version.
        </p>
      )}
      {parts.map(({ part, text }) => (
        <TextBlock
          key={part}
          label={accountParts[part]}
          size="md"
          minRows={2}
          readOnly={!mayGive}
          maxLength={partLength}
          value={text}
          onText={(next) => onText(part, next)}
        />
      ))}
      {mayGive && (
        <Group>
          <Button size="lg" mih={56} loading={isBusy} disabled={isAsGiven} onClick={() => void give(null)}>
            {given ? 'Hand it over again' : 'Hand it over'}
          </Button>
          {(!isAsGiven || !given?.signature) && <SignAccount isBusy={isBusy} onSigned={give} />}
          {!saySame(fresh, parts) && (
            <Button size="lg" mih={56} variant="default" onClick={onAnew}>
              Write it anew from what is recorded
            </Button>
          )}
        </Group>
      )}
    </div>
  );
}

const partLength = lengthsOf(writtenPartSchema).text;

const saySame = (one: readonly WrittenPart[], other: readonly WrittenPart[]): boolean =>
  JSON.stringify(one.map(textOf)) === JSON.stringify(other.map(textOf));

const textOf = ({ part, text }: WrittenPart): readonly string[] => [part, text.trim()];

/** Concern, cause and correction, then every figure in its table. */
const ForTechnician = ({ account }: { readonly account: Account }) =>
  accountBlocks(account, 'technician').map((block) => (
    <section
      key={block.title}
      className={classes.block}
      aria-label={block.title}
      tabIndex={block.kind === 'table' ? 0 : undefined}
    >
      <h2>{block.title}</h2>
      {block.kind === 'text' ? (
        block.lines.map((line) => <p key={line}>{line}</p>)
      ) : (
        <table>
          <thead>
            <tr>
              {block.head.map((cell) => (
                <th key={cell} scope="col">
                  {cell}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {block.rows.map((row, at) => (
              <tr key={at}>
                {row.map((cell, column) => (
                  <td key={column}>{cell}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  ));

/** Every picture of the visit with what it shows: those of the job, of the condition found, and of side findings. */
const photosOf = ({ photos, repairs, sideFindings }: Job): readonly CaptionedPhoto[] => [
  ...photos,
  ...repairs.flatMap(({ repair }) =>
    (repair.conditionPhotoIds ?? []).map((photoId) => ({ photoId, caption: `${repair.cause}: condition found` })),
  ),
  ...sideFindings.flatMap(({ finding }) => finding.photoIds.map((photoId) => ({ photoId, caption: finding.what }))),
];

/** What was handed over, where it is what stands there now: only that was signed. */
const givenAs = ({ accounts }: Job, parts: readonly WrittenPart[]): Job['accounts'][number] | undefined => {
  const given = accounts.at(-1);
  return given && saySame(given.parts, parts) ? given : undefined;
};
