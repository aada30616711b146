import { Button, Textarea } from '@mantine/core';
import { newCommentSchema, type PlanComment } from '@probe-trail/core/review';
import { type AnsweredRemark, remarkKinds } from '@probe-trail/core/trail';
import { memo } from 'react';
import { sayFailure } from '../../api/api';
import { Moment } from '../../device/Moment';
import { FormProblem } from '../../fields/FormProblem';
import { ReasonForm } from '../../fields/ReasonForm';
import { useShortForm } from '../../fields/useShortForm';
import { Notice } from '../../spec/Notice';
import {
  useAddCommentMutation,
  useAnswerRemarkMutation,
  usePlanCommentsQuery,
  usePlanRemarksQuery,
  useSetCommentDoneMutation,
} from './reviewApi';
import classes from './StepTalk.module.css';

interface TalkProps {
  readonly planId: string;
  /** The draft that is being written. */
  readonly version: number;
  /** `null`: what is said of the whole plan. */
  readonly stepId: string | null;
}

/** What is said of a step: remarks from the bay, to be answered, and comments of other authors. */
export const StepTalk = memo(function StepTalk({ planId, version, stepId }: TalkProps) {
  const { data: remarks = [] } = usePlanRemarksQuery(planId);
  const { data: comments = [] } = usePlanCommentsQuery(planId);
  const open = remarks.filter((remark) => remark.stepId === stepId && remark.answer === null);
  const said = comments.filter((comment) => comment.stepId === stepId && comment.version === version);
  return (
    <section className={classes.talk} aria-label="Comments and remarks">
      <h2>Comments and remarks</h2>
      {open.map((remark) => (
        <Remark key={remark.eventId} remark={remark} version={version} />
      ))}
      {said.map((comment) => (
        <Comment key={comment.commentId} comment={comment} />
      ))}
      <AddComment planId={planId} version={version} stepId={stepId} />
    </section>
  );
});

function Remark({ remark, version }: { readonly remark: AnsweredRemark; readonly version: number }) {
  const [answer, { error }] = useAnswerRemarkMutation();
  const { eventId, planId, about, text, by, atMs, planVersion } = remark;
  return (
    <div className={classes.remark}>
      <p>
        <b>{remarkKinds[about]}:</b> {text}
      </p>
      <small className="soft">
        {by}, following version {planVersion}, <Moment atMs={atMs} />
      </small>
      <ReasonForm
        opens={`Answer it by version ${version}`}
        label="What became of it"
        description="Whoever made the remark reads it with the plan."
        does="Answer"
        onReason={(reason) => void answer({ planId, eventId, version, text: reason })}
      />
      {error && <Notice kind="outOfSpec" title={sayFailure(error)} />}
    </div>
  );
}

function Comment({ comment }: { readonly comment: PlanComment }) {
  const [setDone] = useSetCommentDoneMutation();
  const { planId, commentId, text, by, atMs, isDone } = comment;
  return (
    <div className={classes.comment} data-done={isDone || undefined}>
      <p>{text}</p>
      <small className="soft">
        {by}, <Moment atMs={atMs} />
      </small>
      <Button variant="subtle" onClick={() => void setDone({ planId, commentId, isDone: !isDone })}>
        {isDone ? 'Reopen' : 'Resolved'}
      </Button>
    </div>
  );
}

function AddComment({ planId, version, stepId }: TalkProps) {
  const [add, { error, isLoading }] = useAddCommentMutation();
  const form = useShortForm({
    schema: newCommentSchema,
    initial: { version, stepId, text: '' },
    send: async ({ text }, reset) => (await add({ planId, version, stepId, text })).data && reset(),
  });
  return (
    <form onSubmit={form.onSubmit}>
      <Textarea label="Comment" autosize {...form.text('text')} />
      <FormProblem form={form} />
      {form.isReady && (
        <Button type="submit" variant="default" mt={6} loading={isLoading}>
          Post
        </Button>
      )}
      {error && <Notice kind="outOfSpec" title={sayFailure(error)} />}
    </form>
  );
}
