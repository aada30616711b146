import { playTone } from '../ui/playTone';

// A loss sounds lower than a return: whoever looks at the harness hears which it was.
const tones = { lost: { hertz: 330, ms: 350 }, back: { hertz: 880, ms: 120 } } as const;

/** Says by a tone that a control unit fell silent, or that it is back. */
export const playPresence = (isThere: boolean): void => playTone(isThere ? tones.back : tones.lost);
