import type { Circuit } from '@probe-trail/core/circuit';

/** What a consumer is called, or a fuse by the point behind it. */
export function nameOfSeen({ components }: Circuit, of: string): string {
  const component = components.find((one) => one.id === of || (one.kind === 'fuse' && one.at.b === of));
  return component?.name || of;
}
