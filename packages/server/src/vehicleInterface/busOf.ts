import type { Line, LineUnit } from '@probe-trail/core/vehicle';

/** The bus over which a unit is asked: the first that it hangs on; a unit on none has one to itself. */
export const busOf = ({ supplies }: Line, { id, hangsOn }: LineUnit): string =>
  hangsOn.find((supplyId) => supplies.some((supply) => supply.id === supplyId && supply.kind === 'bus')) ?? id;
