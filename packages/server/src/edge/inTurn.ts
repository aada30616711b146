/** Does one thing after the other for each key; for different keys beside each other. */
export function makeTurns() {
  const turns = new Map<string, Promise<unknown>>();
  return <Done>(key: string, work: () => Promise<Done>): Promise<Done> => {
    const turn = (turns.get(key) ?? Promise.resolve()).then(work, work);
    turns.set(key, turn);
    void turn.catch(() => undefined).finally(() => turns.get(key) === turn && turns.delete(key));
    return turn;
  };
}
