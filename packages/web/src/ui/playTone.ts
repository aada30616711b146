let context: AudioContext | undefined;

/** A short tone, for whoever looks at the harness and not at the screen. Where a device has no sound, nothing is lost. */
export function playTone({ hertz, ms }: { readonly hertz: number; readonly ms: number }): void {
  // The number is shown first.
  if (typeof AudioContext !== 'undefined') setTimeout(() => play(hertz, ms));
}

function play(hertz: number, ms: number): void {
  context ??= new AudioContext();
  // A page that nobody has touched since it was loaded is kept silent until it is.
  if (context.state === 'suspended') void context.resume();
  const tone = context.createOscillator();
  const volume = context.createGain();
  tone.frequency.value = hertz;
  volume.gain.value = 0.15;
  tone.connect(volume).connect(context.destination);
  tone.start();
  tone.stop(context.currentTime + ms / 1000);
}
