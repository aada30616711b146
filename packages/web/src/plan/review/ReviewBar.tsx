import { Button, Modal, Textarea } from '@mantine/core';
import { comparePlans, type PlanVersion } from '@probe-trail/core/plan';
import { releaseLengths } from '@probe-trail/core/review';
import { skipToken } from '@reduxjs/toolkit/query';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { sayFailure } from '../../api/api';
import { usePerson } from '../../session/sessionApi';
import { Notice } from '../../spec/Notice';
import { useAppSelector } from '../../state/appState';
import { sayCount } from '../../ui/sayCount';
import { selectErrors } from '../draft/countedFindings';
import { useSavingState } from '../draft/useSaving';
import { usePlanQuery, usePlanVersionQuery } from '../planApi';
import { Differences } from './Differences';
import classes from './ReviewBar.module.css';
import { type ReviewMove, useMoveReviewMutation, useReleaseDraftMutation } from './reviewApi';

/** The way of a draft to its release: asked for, read and approved by somebody else, released with notes. */
export function ReviewBar({ opened }: { readonly opened: PlanVersion }) {
  const errors = useAppSelector(selectErrors);
  const saving = useSavingState();
  const { planId, version } = opened;
  const { data: plan } = usePlanQuery(planId);
  const person = usePerson();
  const [move, { error }] = useMoveReviewMutation();
  const [isReleasing, setIsReleasing] = useState(false);
  const draft = plan?.draft;
  const isSaved = saving.state.kind === 'saved';
  // Pressed with the last word still on its way to the server: done as soon as it is there.
  const [wanted, setWanted] = useState<ReviewMove | undefined>();
  useEffect(() => {
    if (!wanted || !isSaved) return;
    setWanted(undefined);
    void move({ planId, etag: saving.etag, move: wanted });
  }, [wanted, isSaved, move, planId, saving.etag]);
  return (
    <>
      {draft?.state === 'inReview' && draft.savedBy !== person?.name && draft.approvedBy === null && (
        <Button variant="default" onClick={() => setWanted('approve')}>
          Approve
        </Button>
      )}
      {draft && (
        <Button
          variant="default"
          aria-label={draft.state === 'draft' ? 'Send to review' : 'Withdraw from review'}
          disabled={draft.state === 'draft' && errors !== 0}
          onClick={() => setWanted(draft.state === 'draft' ? 'review' : 'back')}
        >
          {draft.state === 'draft' ? 'Review' : 'Withdraw'}
        </Button>
      )}
      <Button
        disabled={errors !== 0}
        aria-label={errors ? undefined : `Release version ${version}`}
        onClick={() => setIsReleasing(true)}
      >
        {errors ? `${sayCount(errors, 'error')} left` : 'Release'}
      </Button>
      {error && (
        <div className={classes.failure}>
          <Notice kind="outOfSpec" title={sayFailure(error)} />
        </div>
      )}
      {isReleasing && (
        <ReleaseDialog
          opened={opened}
          etag={saving.etag}
          isSaved={isSaved}
          before={plan?.released?.version}
          onClose={() => setIsReleasing(false)}
        />
      )}
    </>
  );
}

interface DialogProps {
  readonly opened: PlanVersion;
  readonly etag: string;
  readonly isSaved: boolean;
  /** The version that it takes the place of, if there is one. */
  readonly before: number | undefined;
  readonly onClose: () => void;
}

/** What is new, seen and said, before it is released. */
function ReleaseDialog({ opened: { planId, version }, etag, isSaved, before, onClose }: DialogProps) {
  const [notes, setNotes] = useState('');
  const [release, { error, isLoading }] = useReleaseDraftMutation();
  const navigate = useNavigate();
  const { data: last } = usePlanVersionQuery(before === undefined ? skipToken : { planId, version: before });
  const { data: draft } = usePlanVersionQuery({ planId, version }, { refetchOnMountOrArgChange: true });
  const [isWanted, setIsWanted] = useState(false);
  useEffect(() => {
    if (!isWanted || !isSaved) return;
    setIsWanted(false);
    void release({ planId, etag, notes: notes.trim() }).then(({ data }) => data && navigate(`/plans/${planId}`));
  }, [isWanted, isSaved, release, planId, etag, notes, navigate]);
  return (
    <Modal opened onClose={onClose} title={`Release version ${version}`} size="lg">
      <Textarea
        label="What is new in it"
        description="Technicians read it with the plan."
        autosize
        minRows={2}
        maxLength={releaseLengths.notes}
        data-autofocus
        value={notes}
        onChange={(event) => setNotes(event.currentTarget.value)}
      />
      {last && draft && (
        <>
          <h2>Against version {before}</h2>
          <Differences differences={comparePlans(last.document, draft.document)} />
        </>
      )}
      {error && <Notice kind="outOfSpec" title={sayFailure(error)} />}
      <Button mt="md" loading={isLoading || isWanted} onClick={() => setIsWanted(true)}>
        Release it
      </Button>
    </Modal>
  );
}
