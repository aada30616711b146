import { knownIn } from '@probe-trail/core/formula';
import type { CurveSpec, VerdictKind } from '@probe-trail/core/spec';
import type { MeasuringContext } from '@probe-trail/core/trail';
import { memo, useMemo } from 'react';
import { LimitChart } from '../../spec/LimitChart';
import { bandOfRows } from '../../spec/limitChartData';

interface PlaceProps {
  readonly spec: CurveSpec;
  readonly context: MeasuringContext;
  /** What the limits depend on, in words. */
  readonly over: string;
  /** What is being typed, or was recorded, in the unit of the spec. */
  readonly value: number | undefined;
  readonly verdict: VerdictKind | undefined;
}

/** Where on the curve the vehicle stands: the limits along it, and the reading at its place. */
export const CurvePlace = memo(function CurvePlace({ spec, context, over, value, verdict }: PlaceProps) {
  const band = useMemo(() => bandOfRows(spec.rows), [spec]);
  const found = context.valueFor(spec.of);
  const at = typeof found === 'string' ? undefined : knownIn(found, spec.ofUnit)?.value;
  const points = useMemo(
    () => (at === undefined || value === undefined ? [] : [{ x: at, y: value, kind: verdict ?? ('noLimit' as const) }]),
    [at, value, verdict],
  );
  return (
    <LimitChart
      label={`Limits over ${over}`}
      band={band}
      points={points}
      here={at}
      xTitle={`${over} in ${spec.ofUnit}`}
      yTitle={spec.unit}
    />
  );
});
