import type { SearchHit } from '@probe-trail/core/search';

const paths = {
  vehicle: (ref: string) => `/vehicles/${ref}`,
  job: (ref: string) => `/jobs/${ref}`,
  plan: (ref: string) => `/plans/${ref}`,
  part: (ref: string) => `/plans/${ref}`,
  code: (ref: string) => `/jobs/${ref}/codes`,
  note: (ref: string) => `/jobs/${ref}`,
} as const satisfies Record<SearchHit['kind'], (ref: string) => string>;

/** Where a hit leads. */
export const pathOf = ({ kind, ref }: SearchHit): string => paths[kind](ref);
