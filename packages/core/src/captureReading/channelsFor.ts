/** A channel of a capture by its name. */
interface NamedChannel {
  readonly key: string;
  readonly name: string;
}

const alike = (name: string): string => name.trim().toLowerCase().replace(/\s+/g, ' ');

/**
 * Which channel of a capture stands for each that a plan names: by its name or, where just as many are left over on both sides, in their order.
 * @returns for each wanted name the key of its channel; those that cannot be told are left out
 */
export function channelsFor(
  wanted: readonly string[],
  channels: readonly NamedChannel[],
): Readonly<Record<string, string>> {
  const byName = new Map(channels.toReversed().map((channel) => [alike(channel.name), channel] as const));
  const found = wanted.flatMap((name) => {
    const channel = byName.get(alike(name));
    return channel ? [[name, channel.key] as const] : [];
  });
  const used = new Set(found.map(([, key]) => key));
  const open = wanted.filter((name) => !found.some(([one]) => one === name));
  const free = channels.filter(({ key }) => !used.has(key));
  const inOrder = open.length === free.length ? open.map((name, at) => [name, free[at]?.key ?? ''] as const) : [];
  return Object.fromEntries([...found, ...inOrder]);
}
