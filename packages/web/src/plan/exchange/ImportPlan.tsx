import { Button, FileButton, Group, Modal, Textarea } from '@mantine/core';
import type { CommaRole, CommasRead, Gap } from '@probe-trail/core/exchange';
import { checkPlan, type Picture, type Plan } from '@probe-trail/core/plan';
import { nanoid } from 'nanoid';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { sayFailure } from '../../api/api';
import { toBlob } from '../../photo/fetchPictures';
import { useAddPhotoMutation } from '../../photo/photoApi';
import { photoIdOf } from '../../photo/photoIdOf';
import { Notice } from '../../spec/Notice';
import { sayCount } from '../../ui/sayCount';
import { useAddPlanMutation, usePlansQuery } from '../planApi';
import { CommaChoice } from './CommaChoice';

/** What a file or a text would become, before anything is done. */
interface Offer {
  readonly plan: Plan;
  readonly pictures: readonly Picture[];
  readonly gaps: readonly Gap[];
  /** How the commas of an outline were read, with the text, so that it can be read otherwise. */
  readonly commas: CommasRead | undefined;
}

/** Takes in a plan file, or an outline as a draft; shows what it will do before it does it. */
export function ImportPlan({ onClose }: { readonly onClose: () => void }) {
  const [offer, setOffer] = useState<Offer | undefined>();
  const [problem, setProblem] = useState<string | undefined>();
  const [outline, setOutline] = useState('');
  // Of what is typed quickly, only the newest answer counts.
  const newest = useRef('');
  const read = async (text: string, comma?: CommaRole) => {
    newest.current = text;
    const found = await readOffer(text, comma);
    if (newest.current !== text) return;
    setOffer(typeof found === 'string' ? undefined : found);
    setProblem(typeof found === 'string' ? found : undefined);
  };
  return (
    <Modal opened onClose={onClose} title="Import a plan" size="lg">
      <Group>
        <FileButton
          accept=".json,.csv,.txt,.md,application/json,text/plain,text/csv"
          onChange={(file) => file && void file.text().then((text) => read(text))}
        >
          {(props) => <Button {...props}>Choose a file</Button>}
        </FileButton>
        <span className="soft">a plan file, or an outline as text or CSV</span>
      </Group>
      <Textarea
        mt="sm"
        label="Or write an outline"
        description="A step to a line; below it, indented: expected: 11.5 to 14.8 V, if so: …, if not: …"
        autosize
        minRows={4}
        maxRows={14}
        value={outline}
        onChange={(event) => {
          setOutline(event.currentTarget.value);
          void read(event.currentTarget.value);
        }}
      />
      {problem && outline.trim() !== '' && <Notice kind="tooCloseToCall" title={problem} />}
      {problem && outline.trim() === '' && (
        <Notice kind="outOfSpec" title="The plan was not imported">
          <p>{problem}</p>
        </Notice>
      )}
      {offer?.commas && <CommaChoice commas={offer.commas} onChoose={(role) => void read(newest.current, role)} />}
      {offer && <Preview offer={offer} />}
    </Modal>
  );
}

/** The plan of a file or an outline; a sentence where there is none. */
async function readOffer(text: string, comma?: CommaRole): Promise<Offer | string> {
  // The readers know all units and specs: they are loaded when the first file comes.
  const [{ readPlanFile, sayPlanFileProblem }, { readOutline }] = await Promise.all([
    import('@probe-trail/core/plan'),
    import('@probe-trail/core/exchange'),
  ]);
  if (text.trimStart().startsWith('{')) {
    const file = readPlanFile(text);
    return file.ok ? { ...file.value, gaps: [], commas: undefined } : sayPlanFileProblem(file.problem);
  }
  const draft = readOutline(text, `plan-${nanoid(8)}`, comma);
  return draft.ok ? { ...draft.value, pictures: [] } : draft.problem;
}

function Preview({ offer: { plan, pictures, gaps } }: { readonly offer: Offer }) {
  const { data: plans = [] } = usePlansQuery();
  const [add, adding] = useAddPlanMutation();
  const [addPhoto, addingPhoto] = useAddPhotoMutation();
  const error = adding.error ?? addingPhoto.error;
  const navigate = useNavigate();
  const isTaken = plans.some(({ planId }) => planId === plan.id);
  const [asId] = useState(() => `${plan.id.slice(0, 60)}-${nanoid(6)}`);
  const [isDamaged, setIsDamaged] = useState(false);
  const findings = checkPlan(plan);
  const importPlan = async () => {
    // Pictures of a file that was changed by hand would not be found by their ids.
    const blobs = pictures.map(toBlob);
    const ids = await Promise.all(blobs.map(photoIdOf));
    if (pictures.some(({ photoId }, at) => photoId !== ids[at])) return setIsDamaged(true);
    // A picture that is there already is kept once.
    for (const blob of blobs) if (!(await addPhoto(blob)).data) return;
    const added = await add(isTaken ? { ...plan, id: asId } : plan);
    if (added.data) void navigate(`/plans/${added.data.planId}/edit`);
  };
  return (
    <section aria-label="Preview">
      <h2>{plan.title || 'A plan without a title'}</h2>
      <p>
        {sayCount(plan.steps.length, 'step')}, {sayCount(plan.suspects.length, 'suspect')},{' '}
        {sayCount(plan.conclusions.length, 'end')}
        {pictures.length > 0 && `, ${sayCount(pictures.length, 'picture')}`}. It becomes a new draft
        {isTaken && ', beside the plan that has its id already'}.
      </p>
      {gaps.length > 0 && (
        <>
          <p>
            <b>Gaps to be filled, marked in the draft:</b>
          </p>
          <ul className="bullets">
            {gaps.slice(0, 12).map(({ message, stepId }) => (
              <li key={stepId + message}>{message}</li>
            ))}
          </ul>
          {gaps.length > 12 && <p className="soft">And {gaps.length - 12} more.</p>}
        </>
      )}
      {findings.length > 0 && (
        <p className="soft">The plan check finds {sayCount(findings.length, 'thing')} to look at.</p>
      )}
      <Button loading={adding.isLoading || addingPhoto.isLoading} onClick={() => void importPlan()}>
        Import
      </Button>
      {isDamaged && (
        <Notice
          kind="outOfSpec"
          title="A picture in this file is not the one that the plan names: the file was changed."
        >
          <p>The plan was not imported.</p>
        </Notice>
      )}
      {error && <Notice kind="outOfSpec" title={sayFailure(error)} />}
    </section>
  );
}
