/** What a meter showed, in the unit of the step. The text as typed is always kept. */
export type Reading =
  | {
      readonly kind: 'exact';
      readonly value: number;
      /** The smallest step that was typed, in the same unit: 12.40 resolves 0.01. */
      readonly resolution: number;
      readonly unit: string;
      readonly text: string;
    }
  /** OL on the meter: beyond every limit on that side, with no number. */
  | { readonly kind: 'overload'; readonly side: Side; readonly unit: string; readonly text: string }
  /** `>50M` or `<0.1`: all that is known is one bound. */
  | {
      readonly kind: 'bounded';
      readonly side: Side;
      readonly bound: number;
      readonly unit: string;
      readonly text: string;
    };

export type Side = 'above' | 'below';

/** What a reading is parsed against. */
export interface ReadingContext {
  /** The unit of the step; a number typed without unit is in it. */
  readonly unit: string;
  /** Absolute pressure of the surrounding air in kPa, where it is known. */
  readonly ambientKPa?: number | undefined;
}
