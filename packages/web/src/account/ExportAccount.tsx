import { Button, Menu, Modal } from '@mantine/core';
import { type Account, accountToHtml, accountToMarkdown, type Voice } from '@probe-trail/core/account';
import type { JobEventOf } from '@probe-trail/core/job';
import type { Proof } from '@probe-trail/core/proof';
import type { Trail } from '@probe-trail/core/trail';
import { blankWorkshop, type Workshop } from '@probe-trail/core/workshop';
import { IconDownload } from '@tabler/icons-react';
import { useState } from 'react';
import { fetchPictures } from '../photo/fetchPictures';
import { Notice } from '../spec/Notice';
import { saveFile } from '../ui/saveFile';
import { sayCount } from '../ui/sayCount';
import { useWorkshopQuery } from '../workshop/workshopApi';
import classes from './AccountPage.module.css';
import { rulersOf } from './rulerSvg';

export interface CaptionedPhoto {
  readonly photoId: string;
  readonly caption: string;
}

interface ExportProps {
  readonly account: Account;
  readonly voice: Voice;
  readonly proof: Proof | undefined;
  readonly trails: ReadonlyMap<string, Trail>;
  readonly photos: readonly CaptionedPhoto[];
  /** As it was handed over, where it has not changed since: with the signature, where somebody signed. */
  readonly given: JobEventOf<'accountGiven'> | undefined;
}

interface MakeProps extends ExportProps {
  readonly workshop: Workshop;
}

interface Way {
  readonly label: string;
  readonly ending: string;
  readonly type: string;
  readonly make: (of: MakeProps) => Promise<Made> | Made;
}

interface Made {
  readonly content: Blob | string;
  /** Photos that could not be loaded. */
  readonly missing: number;
}

const text = (content: string): Made => ({ content, missing: 0 });

const ways: readonly Way[] = [
  { label: 'On paper (PDF)', ending: 'pdf', type: 'application/pdf', make: makePdf },
  {
    label: 'For an e-mail (HTML)',
    ending: 'html',
    type: 'text/html',
    make: ({ account, voice, workshop }) => text(accountToHtml(account, voice, workshop)),
  },
  {
    label: 'Markdown',
    ending: 'md',
    type: 'text/markdown',
    make: ({ account, voice }) => text(accountToMarkdown(account, voice)),
  },
  {
    label: 'Account file (JSON)',
    ending: 'account.json',
    type: 'application/json',
    make: ({ account }) => text(`${JSON.stringify(account, null, 2)}\n`),
  },
];

/** What writes it is loaded when it is first asked for. */
async function makePdf({ account, voice, proof, trails, photos, given, workshop }: MakeProps): Promise<Made> {
  const [{ accountPdf }, { dataUrlsForPaper }] = await Promise.all([
    import('./accountPdf'),
    import('../photo/fetchPictures'),
  ]);
  const signed = given?.signature ?? null;
  const others = [workshop.logoId, signed?.photoId].filter((id) => typeof id === 'string');
  const { pictures, missing } = await fetchPictures([...photos.map(({ photoId }) => photoId), ...others]);
  const urls = await dataUrlsForPaper(pictures);
  const shown = photos.flatMap(({ photoId, caption }) => {
    const dataUrl = urls.get(photoId);
    return dataUrl === undefined ? [] : [{ dataUrl, caption }];
  });
  const drawn = signed && urls.get(signed.photoId);
  const content = await accountPdf({
    account,
    voice,
    rulers: rulersOf(proof, trails),
    photos: shown,
    letterhead: { workshop, logoUrl: workshop.logoId === null ? undefined : urls.get(workshop.logoId) },
    signature: given && signed && drawn ? { dataUrl: drawn, said: saySigned(signed.by, given.atMs) } : null,
  });
  return { content, missing };
}

const saySigned = (by: string, atMs: number): string =>
  `${by}, ${new Date(atMs).toLocaleDateString('en-GB', { dateStyle: 'long' })}`;

/** The account in the open formats, as a file. */
export function ExportAccount(props: ExportProps) {
  const { data: workshop = blankWorkshop } = useWorkshopQuery();
  const [making, setMaking] = useState<Way | undefined>();
  const [problem, setProblem] = useState<string | undefined>();
  const [missing, setMissing] = useState(0);
  const take = async (way: Way) => {
    const { ending, type, make } = way;
    setMaking(way);
    setProblem(undefined);
    try {
      const made = await make({ ...props, workshop });
      setMissing(made.missing);
      const { fleetNumber } = props.account.vehicle;
      saveFile(new Blob([made.content], { type }), `${fleetNumber}-${props.voice}.${ending}`);
    } catch (error) {
      // Loading the writer fails without a network.
      setProblem(error instanceof Error ? error.message : String(error));
    }
    setMaking(undefined);
  };
  return (
    <div>
      <Menu>
        <Menu.Target>
          <Button variant="default" loading={making !== undefined} leftSection={<IconDownload size={18} />}>
            Export
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          {ways.map((way) => (
            <Menu.Item key={way.ending} mih={44} onClick={() => void take(way)}>
              {way.label}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
      <Modal
        opened={making?.ending === 'pdf'}
        onClose={() => undefined}
        withCloseButton={false}
        closeOnEscape={false}
        closeOnClickOutside={false}
        title="The PDF is being written, then saved."
        size="xl"
      >
        <FirstPage {...props} workshop={workshop} />
      </Modal>
      {missing > 0 && (
        <Notice kind="tooCloseToCall" title={`${sayCount(missing, 'photo')} could not be loaded, and is not on it.`} />
      )}
      {problem !== undefined && <Notice kind="outOfSpec" title={`The file could not be made: ${problem}`} />}
    </div>
  );
}

/** How it begins, without pictures, while the file is being written. Nothing in it runs. */
const FirstPage = ({ account, voice, workshop }: MakeProps) => (
  <iframe
    className={classes.firstPage}
    sandbox=""
    title="How it begins"
    srcDoc={accountToHtml(account, voice, workshop)}
  />
);
