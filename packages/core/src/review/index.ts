import { boolean, string } from 'yup';
import { type Checked, closedObject, idOrNull, idText, lengthsOf, versionNumber } from '../schema/index.js';

const saidText = () => string().required('${path} is missing').trim('${path} begins or ends with a space').max(2000);

/** Body of `POST /api/plans/:planId/comments`: what a reader of a version says, of one step or of the whole. */
export const newCommentSchema = closedObject({
  version: versionNumber(),
  stepId: idOrNull(),
  text: saidText(),
});
/** Body of `PUT /api/plans/:planId/comments/:commentId`. */
export const commentChangeSchema = closedObject({ isDone: boolean().required() });
export const commentParamsSchema = closedObject({ planId: idText(), commentId: idText() });
/** Body of `POST /api/plans/:planId/draft/release`. */
export const releaseSchema = closedObject({ notes: string().defined().max(5000) });
/** How long the texts of a release may be. */
export const releaseLengths = lengthsOf(releaseSchema);

/** Body of `PUT /api/plans/:planId/remarks/:eventId`: what became of a remark from the bay. */
export const remarkAnswerSchema = closedObject({ version: versionNumber(), text: saidText() });
export const remarkParamsSchema = closedObject({ planId: idText(), eventId: idText() });

export type NewComment = Checked<typeof newCommentSchema>;
export type CommentChange = Checked<typeof commentChangeSchema>;
export type Release = Checked<typeof releaseSchema>;
export type NewRemarkAnswer = Checked<typeof remarkAnswerSchema>;

/** What somebody said of a version while it was read. */
export interface PlanComment {
  readonly commentId: string;
  readonly planId: string;
  readonly version: number;
  /** `null`: of the whole plan. */
  readonly stepId: string | null;
  readonly text: string;
  readonly by: string;
  readonly atMs: number;
  /** The author has seen to it. */
  readonly isDone: boolean;
}

/** What became of a remark: the version that answers it, and how. */
export interface RemarkAnswer {
  readonly eventId: string;
  readonly version: number;
  readonly text: string;
  readonly by: string;
  readonly atMs: number;
}

export { countWaiting, type Waiting, type WaitingDraft } from './waiting.js';
