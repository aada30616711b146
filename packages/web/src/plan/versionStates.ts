import type { VersionState } from '@probe-trail/core/plan';

/** What a version is, in words. */
export const versionStates: Readonly<Record<VersionState, string>> = {
  draft: 'a draft',
  inReview: 'in review',
  released: 'released',
  retired: 'retired',
};
