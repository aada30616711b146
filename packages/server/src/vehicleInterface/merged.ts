/** What several sources bring, in the order in which it comes. Where one fails, so does the whole. */
export async function* merged<Item>(sources: readonly AsyncGenerator<Item>[]): AsyncGenerator<Item> {
  const next = new Map(sources.map((source) => [source, source.next()]));
  while (next.size > 0) {
    const first = [...next].map(async ([source, step]) => ({ source, step: await step }));
    const { source, step } = await Promise.race(first);
    if (step.done) next.delete(source);
    else {
      next.set(source, source.next());
      yield step.value;
    }
  }
}
