import type { Step } from '@probe-trail/core/plan';
import type { EditPart } from '../draft/bindTo';

/** Changes a part of a step as it stands in the draft then. */
export type EditStep = EditPart<Step>;
