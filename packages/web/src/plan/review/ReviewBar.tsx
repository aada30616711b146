import { Button, Modal, Textarea } from '@mantine/core';
import { comparePlans, type PlanVersion } from '@probe-trail/core/plan';
import { skipToken } from '@reduxjs/toolkit/query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { sayFailure } from '../../app/api';
import { usePerson } from '../../person/sessionApi';
import { Notice } from '../../ui/Notice';
import { sayCount } from '../../ui/sayCount';
import type { Saving } from '../editor/useSaving';
import { usePlanQuery, usePlanVersionQuery } from '../planApi';
import { Differences } from './Differences';
import { useMoveReviewMutation, useReleaseDraftMutation } from './reviewApi';

interface BarProps {
  readonly opened: PlanVersion;
  readonly saving: Saving;
  /** How many keep it from being released; `undefined` until the plan check is done. */
  readonly errors: number | undefined;
}

/** The way of a draft to its release: asked for, read and approved by somebody else, released with notes. */
export function ReviewBar({ opened, saving, errors }: BarProps) {
  const { planId, version } = opened;
  const { data: plan } = usePlanQuery(planId);
  const person = usePerson();
  const [move, { error }] = useMoveReviewMutation();
  const [isReleasing, setIsReleasing] = useState(false);
  const draft = plan?.draft;
  const isSaved = saving.state.kind === 'saved';
  const go = (to: 'review' | 'back' | 'approve') => void move({ planId, etag: saving.etag, move: to });
  return (
    <>
      {draft?.state === 'inReview' && (
        <span role="status">in review{draft.approvedBy !== null && `, approved by ${draft.approvedBy}`}</span>
      )}
      {draft?.state === 'inReview' && draft.savedBy !== person?.name && draft.approvedBy === null && (
        <Button variant="default" disabled={!isSaved} onClick={() => go('approve')}>
          Approve it
        </Button>
      )}
      {draft && (
        <Button
          variant="default"
          disabled={!isSaved || (draft.state === 'draft' && errors !== 0)}
          onClick={() => go(draft.state === 'draft' ? 'review' : 'back')}
        >
          {draft.state === 'draft' ? 'Send to review' : 'Take back'}
        </Button>
      )}
      <Button disabled={errors !== 0 || !isSaved} onClick={() => setIsReleasing(true)}>
        {errors ? `${sayCount(errors, 'error')} before release` : `Release version ${version}`}
      </Button>
      {error && <Notice kind="outOfSpec" title={sayFailure(error)} />}
      {isReleasing && (
        <ReleaseDialog
          opened={opened}
          etag={saving.etag}
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
  /** The version that it takes the place of, if there is one. */
  readonly before: number | undefined;
  readonly onClose: () => void;
}

/** What is new, seen and said, before it is released. */
function ReleaseDialog({ opened: { planId, version }, etag, before, onClose }: DialogProps) {
  const [notes, setNotes] = useState('');
  const [release, { error, isLoading }] = useReleaseDraftMutation();
  const navigate = useNavigate();
  const { data: last } = usePlanVersionQuery(before === undefined ? skipToken : { planId, version: before });
  const { data: draft } = usePlanVersionQuery({ planId, version }, { refetchOnMountOrArgChange: true });
  const submit = async () => {
    const released = await release({ planId, etag, notes: notes.trim() });
    if (released.data) void navigate(`/plans/${planId}`);
  };
  return (
    <Modal opened onClose={onClose} title={`Release version ${version}`} size="lg">
      <Textarea
        label="What is new in it"
        description="Technicians read it with the plan."
        autosize
        minRows={2}
        maxLength={5000}
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
      <Button mt="md" loading={isLoading} onClick={() => void submit()}>
        Release it
      </Button>
    </Modal>
  );
}
