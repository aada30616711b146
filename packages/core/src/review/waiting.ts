/** A draft that waits for somebody. */
export interface WaitingDraft {
  readonly planId: string;
  readonly title: string;
  readonly version: number;
  /** Who wrote it, or, of one that is approved, who approved it. */
  readonly by: string;
}

/** What waits for one author. */
export interface Waiting {
  /** Drafts of others that ask for a reader. */
  readonly toReview: readonly WaitingDraft[];
  /** Own drafts that somebody has approved: they can be released. */
  readonly toRelease: readonly WaitingDraft[];
  /** Plans with remarks from the bay that nobody has answered. */
  readonly remarks: readonly { readonly planId: string; readonly title: string; readonly count: number }[];
  /** Own drafts with comments of others that are not resolved. */
  readonly comments: readonly { readonly planId: string; readonly title: string; readonly count: number }[];
  /** Own drafts in which a part card is older than that of the library, by the names of those cards. */
  readonly newerCards: readonly {
    readonly planId: string;
    readonly title: string;
    readonly cards: readonly string[];
  }[];
}

/** How many things wait: each draft, each remark, each comment, each card. */
export const countWaiting = ({ toReview, toRelease, remarks, comments, newerCards }: Waiting): number =>
  toReview.length +
  toRelease.length +
  [...remarks, ...comments].reduce((sum, { count }) => sum + count, 0) +
  newerCards.reduce((sum, { cards }) => sum + cards.length, 0);
