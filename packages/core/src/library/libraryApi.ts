import { string } from 'yup';
import type { PhysicalCheck } from '../physicalCheck/index.js';
import type { PartCard, VersionState } from '../plan/index.js';
import { partCardSchema } from '../plan/index.js';
import { type Checked, closedObject, lengthsOf } from '../schema/index.js';
import type { UsageIn } from './usagesIn.js';

/** A part card of the library, without what stands on it. */
export interface LibraryCardInfo {
  readonly cardId: string;
  readonly name: string;
  readonly place: string;
  /** Changes with every save; sent back, so that nothing is overwritten unseen. */
  readonly etag: string;
  readonly savedAtMs: number;
  readonly savedBy: string;
  /** Plans that have a card of this id in their draft or in the version that is followed. */
  readonly planCount: number;
}

/** A part card of the library. Plans have copies of it: a released one keeps what it had. */
export interface LibraryCard extends Omit<LibraryCardInfo, 'planCount'> {
  readonly card: PartCard;
}

/** A known-good capture that a part card of the library has, without its values. */
export interface KnownGood {
  readonly cardId: string;
  readonly cardName: string;
  readonly referenceId: string;
  readonly name: string;
  readonly unit: string;
}

/** Body of `PUT /api/library/cards/:cardId`. */
export const cardToKeepSchema = closedObject({ card: partCardSchema.required() });

/** Where a plan uses something, in its draft or in the version that is followed. */
export interface Usage extends UsageIn {
  readonly planId: string;
  readonly planTitle: string;
  readonly version: number;
  readonly state: VersionState;
  readonly lines: readonly string[];
}

/** `GET /api/library/usages`: of a pin such as C31·2, of a whole connector, of a part card, of a block. */
export const usageQuerySchema = closedObject({
  of: string()
    .required()
    .oneOf(['pin', 'card', 'block'] as const),
  what: string().required('${path} is missing').max(170),
});

/** `GET /api/library/checks`: what the part cards of the plans that are followed on a model say of its values. */
export const checksQuerySchema = closedObject({ line: string().required('${path} is missing').max(80) });

/** What a part card says of a value, and in which plan. */
export interface CardCheck {
  readonly planId: string;
  readonly cardId: string;
  readonly cardName: string;
  readonly check: PhysicalCheck;
}

export type ChecksQuery = Checked<typeof checksQuerySchema>;
export type CardToKeep = Checked<typeof cardToKeepSchema>;
export type UsageQuery = Checked<typeof usageQuerySchema>;

/** How long the texts may be by which usages are asked for. */
export const usageLengths = lengthsOf(usageQuerySchema);
