/** How long something was: “12.3 s”, “4 min 05 s”, “1 h 02 min”. */
export function sayLength(ms: number): string {
  const seconds = Math.max(0, ms) / 1000;
  if (seconds < 60) return `${seconds.toFixed(1)} s`;
  const whole = Math.floor(seconds);
  const two = (number: number) => String(number).padStart(2, '0');
  if (whole < 3600) return `${Math.floor(whole / 60)} min ${two(whole % 60)} s`;
  return `${Math.floor(whole / 3600)} h ${two(Math.floor((whole % 3600) / 60))} min`;
}
