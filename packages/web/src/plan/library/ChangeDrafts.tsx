import { Button, Checkbox, Group, Modal } from '@mantine/core';
import type { UsageQuery } from '@probe-trail/core/library';
import { groupBy } from '@probe-trail/core/list';
import { comparePlans, type Plan, type PlanVersion, type PlanVersionInfo } from '@probe-trail/core/plan';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { useEffect, useState } from 'react';
import { api, sayFailure } from '../../api/api';
import { Notice } from '../../spec/Notice';
import { useAppDispatch } from '../../state/appState';
import { sayCount } from '../../ui/sayCount';
import { planApi } from '../planApi';
import { Differences } from '../review/Differences';
import classes from './Library.module.css';
import { libraryApi } from './libraryApi';

/** What would be made of a draft; a sentence where nothing can be. */
export type ReworkDraft = (plan: Plan) => Result<Plan, string>;

interface ChangeProps {
  readonly title: string;
  /** What the plans have in common that are to be changed. */
  readonly of: UsageQuery;
  readonly rework: ReworkDraft;
  readonly onClose: () => void;
}

interface Offer {
  readonly draft: PlanVersion;
  readonly after: Result<Plan, string>;
}

/** Changes several drafts at once; what changes in each is shown first, and can be put back. Released versions keep what they had. */
export function ChangeDrafts({ title, of, rework, onClose }: ChangeProps) {
  const { offers, kept, problem } = useOffers(of, rework);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const { change, putBack, done, isBusy } = useChanges();
  const changing = offers?.filter(({ draft, after }) => changes(draft, after) && !left.has(draft.planId)) ?? [];
  const leave = (planId: string, isLeft: boolean) => {
    const next = new Set(left);
    if (isLeft) next.add(planId);
    else next.delete(planId);
    setLeft(next);
  };
  return (
    <Modal opened onClose={onClose} title={title} size="xl">
      {problem && <Notice kind="outOfSpec" title={problem} />}
      {offers?.length === 0 && <p>No draft uses it.</p>}
      {!done &&
        offers?.map((offer) => (
          <OfferLine key={offer.draft.planId} offer={offer} isLeft={left.has(offer.draft.planId)} onLeave={leave} />
        ))}
      {kept.length > 0 && (
        <p className="soft">
          {kept.join(', ')}: only in the version that is followed, which keeps what it had. Write the next version to
          change it there.
        </p>
      )}
      {done ? (
        <>
          <ul className={`bullets ${classes.done}`} aria-label="Result">
            {done.map(({ planId, message }) => (
              <li key={planId}>{message}</li>
            ))}
          </ul>
          <Group>
            <Button onClick={onClose}>Done</Button>
            <Button variant="default" loading={isBusy} disabled={!putBack} onClick={() => putBack?.()}>
              Undo
            </Button>
          </Group>
        </>
      ) : (
        <Button mt="md" loading={isBusy} disabled={changing.length === 0} onClick={() => void change(changing)}>
          Change {sayCount(changing.length, 'draft')}
        </Button>
      )}
    </Modal>
  );
}

const changes = (draft: PlanVersion, after: Result<Plan, string>): boolean =>
  after.ok && comparePlans(draft.document, after.value).length > 0;

interface LineProps {
  readonly offer: Offer;
  readonly isLeft: boolean;
  readonly onLeave: (planId: string, isLeft: boolean) => void;
}

function OfferLine({ offer: { draft, after }, isLeft, onLeave }: LineProps) {
  const { document, version, planId } = draft;
  const name = `${document.title || 'A plan without a title'}, draft ${version}`;
  return (
    <section className={classes.offer} aria-label={name}>
      <Checkbox
        label={name}
        size="md"
        disabled={!changes(draft, after)}
        checked={changes(draft, after) && !isLeft}
        onChange={(event) => onLeave(planId, !event.currentTarget.checked)}
      />
      {after.ok ? <Differences differences={comparePlans(document, after.value)} /> : <p>{after.problem}</p>}
    </section>
  );
}

// As it stands on the server now, and not followed.
const once = { forceRefetch: true, subscribe: false } as const;

/** The drafts that have it in them, with what would be made of each, and the plans that have it only in a released version. */
function useOffers(of: UsageQuery, rework: ReworkDraft) {
  const dispatch = useAppDispatch();
  const [offers, setOffers] = useState<readonly Offer[] | undefined>();
  const [kept, setKept] = useState<readonly string[]>([]);
  const [problem, setProblem] = useState<string | undefined>();
  useEffect(() => {
    const load = async () => {
      const usages = await dispatch(libraryApi.endpoints.usages.initiate(of, once)).unwrap();
      const plans = groupBy(usages, ({ planId }) => planId);
      const drafts: Offer[] = [];
      const released: string[] = [];
      for (const [planId, inPlan] of plans) {
        const isOpen = inPlan.some(({ state }) => state === 'draft' || state === 'inReview');
        if (isOpen) {
          const draft = await dispatch(planApi.endpoints.planDraft.initiate(planId, once)).unwrap();
          drafts.push({ draft, after: rework(draft.document) });
        } else released.push(inPlan[0]?.planTitle ?? planId);
      }
      setOffers(drafts);
      setKept(released);
    };
    load().catch((error: unknown) => setProblem(sayFailure(error)));
    // What is offered is what stood there when the dialog was opened.
  }, [dispatch, of, rework]);
  return { offers, kept, problem };
}

interface Done {
  readonly planId: string;
  readonly message: string;
}

/** Saves drafts one by one, and knows what they were. */
function useChanges() {
  const dispatch = useAppDispatch();
  const [done, setDone] = useState<readonly Done[] | undefined>();
  const [changed, setChanged] = useState<readonly { readonly before: Plan; readonly etag: string }[]>([]);
  const [isBusy, setIsBusy] = useState(false);

  const save = async (document: Plan, etag: string): Promise<Result<PlanVersionInfo, string>> => {
    const saved = await dispatch(planApi.endpoints.saveDraft.initiate({ planId: document.id, etag, document }));
    return saved.data ? ok(saved.data) : failed(sayFailure(saved.error));
  };
  const all = async (jobs: readonly (() => Promise<Done>)[]) => {
    setIsBusy(true);
    const said: Done[] = [];
    for (const job of jobs) said.push(await job());
    setDone(said);
    setIsBusy(false);
    dispatch(api.util.invalidateTags(['plans']));
  };
  const change = async (offers: readonly Offer[]) => {
    const befores: { before: Plan; etag: string }[] = [];
    await all(
      offers.map(({ draft, after }) => async () => {
        const { title } = draft.document;
        const saved = after.ok ? await save(after.value, draft.etag) : after;
        if (saved.ok) befores.push({ before: draft.document, etag: saved.value.etag });
        return { planId: draft.planId, message: saved.ok ? `“${title}” is changed.` : `“${title}”: ${saved.problem}` };
      }),
    );
    setChanged(befores);
  };
  const putBack = async () => {
    await all(
      changed.map(({ before, etag }) => async () => {
        const saved = await save(before, etag);
        return {
          planId: before.id,
          message: saved.ok ? `“${before.title}” is as it was.` : `“${before.title}”: ${saved.problem}`,
        };
      }),
    );
    setChanged([]);
  };
  return { change, done, isBusy, putBack: changed.length > 0 ? () => void putBack() : undefined };
}
