/** Leads to a part of the page, for the eye and for the keys. */
export function goToPart(id: string): void {
  const part = document.getElementById(id);
  part?.scrollIntoView({ block: 'start' });
  part?.focus({ preventScroll: true });
}
