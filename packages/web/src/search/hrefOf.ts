import type { SearchHit } from '@probe-trail/core/search';

const paths = {
  vehicle: ({ ref }) => `/vehicles/${ref}`,
  job: ({ ref }) => `/jobs/${ref}`,
  plan: ({ ref }) => `/plans/${ref}`,
  part: ({ ref, title }) => `/plans/${ref}?part=${encodeURIComponent(title)}`,
  code: ({ ref }) => `/jobs/${ref}/codes`,
  note: ({ ref }) => `/jobs/${ref}`,
} as const satisfies Record<SearchHit['kind'], (hit: SearchHit) => string>;

/** Where a hit leads. */
export const hrefOf = (hit: SearchHit): string => paths[hit.kind](hit);
