import { createHash } from 'node:crypto';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { AppError } from '../problem/index.js';

const windowSeconds = 10 * 60;
/** Wrong passwords in ten minutes: for one name from one address, from one address, for one name from anywhere. */
const most = { nameAtAddress: 10, address: 60, name: 60 } as const;
/** Names that nobody has share so many counters: however many are tried, the table does not grow. */
const bucketsOfUnknown = 1024;

export interface Try {
  readonly address: string;
  /** Id of the account; `undefined` where there is none of that name. */
  readonly personId: string | undefined;
  readonly name: string;
}

export type TriesLimit = ReturnType<typeof makeTriesLimit>;

/** Counts wrong passwords. A try is counted before the password is looked at, so that a thousand at once are a thousand. */
export function makeTriesLimit() {
  const limiterOf = (points: number) => new RateLimiterMemory({ points, duration: windowSeconds });
  const limiters = {
    nameAtAddress: limiterOf(most.nameAtAddress),
    address: limiterOf(most.address),
    name: limiterOf(most.name),
  };

  const keysOf = ({ address, personId, name }: Try) => {
    const who = personId ?? `nobody-${bucketOf(name)}`;
    return { nameAtAddress: `${address} ${who}`, address, name: who };
  };

  return {
    /** @throws AppError when there were too many wrong ones; the right one is not looked at either, until the time is over */
    begin: async (one: Try): Promise<void> => {
      const keys = keysOf(one);
      for (const kind of Object.keys(limiters) as (keyof typeof limiters)[])
        await limiters[kind].consume(keys[kind]).catch((refused: unknown) => {
          if (!(refused instanceof RateLimiterRes)) throw refused;
          throw tooMany(refused.msBeforeNext);
        });
    },

    /** It was the right password: the try does not count. */
    succeeded: async (one: Try): Promise<void> => {
      const keys = keysOf(one);
      for (const kind of Object.keys(limiters) as (keyof typeof limiters)[]) await limiters[kind].reward(keys[kind]);
    },
  };
}

const bucketOf = (name: string): number =>
  createHash('sha256').update(name.toLowerCase()).digest().readUInt32BE() % bucketsOfUnknown;

const tooMany = (ms: number) =>
  new AppError(
    'TOO_MANY_TRIES',
    `There were too many wrong passwords. Wait ${Math.ceil(ms / 60_000)} min, then try again.`,
  );
