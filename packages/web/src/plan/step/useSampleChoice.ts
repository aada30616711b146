import { detectors, plainFacts } from '@probe-trail/core/captureReading';
import {
  type CapturedMeasure,
  type DetectorKind,
  type FitFact,
  fitFacts,
  type Known,
  nothingKnown,
  type Reference,
} from '@probe-trail/core/captureSource';
import { useMemo, useState } from 'react';
import { useDraft } from '../draft/editorContext';

/** What is said of a sample before something is measured on it. */
interface At {
  readonly kind: DetectorKind | null;
  readonly known: Known;
  readonly from: string | null;
  readonly to: string | null;
  /** Part card and known-good capture against which it is held. */
  readonly held: string | null;
  readonly band: number;
  readonly isStretched: boolean;
}

interface KnownGood {
  readonly value: string;
  readonly label: string;
  readonly ids: { readonly partCardId: string; readonly referenceId: string };
  readonly reference: Reference;
}

export interface SampleChoice {
  readonly at: At;
  readonly change: (more: Partial<At>) => void;
  /** Everything that could be measured so. */
  readonly measures: readonly CapturedMeasure[];
  readonly references: readonly KnownGood[];
  readonly against: KnownGood | undefined;
}

export const eventsOf = (kind: DetectorKind | null): readonly string[] => (kind === null ? [] : detectors[kind].events);

/** Begins as the reading is measured so far. */
export function useSampleChoice(chosen: CapturedMeasure | undefined): SampleChoice {
  const [at, setAt] = useState<At>(() => startAt(chosen));
  const references = useReferences();
  const against = references.find(({ value }) => value === at.held);
  const measures = useMemo(() => measuresOf(at, against), [at, against]);
  return { at, change: (more) => setAt((last) => ({ ...last, ...more })), measures, references, against };
}

function startAt(chosen: CapturedMeasure | undefined): At {
  const isHeld = chosen?.kind === 'reference';
  const read = chosen && !isHeld ? chosen : undefined;
  const [from, to] = read?.kind === 'between' ? [read.from, read.to] : [null, null];
  return {
    kind: read?.detector ?? null,
    known: read?.known ?? nothingKnown,
    from,
    to,
    held: isHeld ? `${chosen.partCardId}/${chosen.referenceId}` : null,
    band: isHeld ? chosen.band : 0.1,
    isStretched: isHeld ? chosen.isStretched : false,
  };
}

function measuresOf(
  { kind, known, from, to, band, isStretched }: At,
  against: KnownGood | undefined,
): readonly CapturedMeasure[] {
  const facts = kind === null ? [] : Object.keys(detectors[kind].facts);
  const fits = against ? (Object.keys(fitFacts) as FitFact[]) : [];
  return [
    ...facts.map((fact) => ({ kind: 'detector', detector: kind as DetectorKind, known, fact }) as const),
    ...Object.keys(plainFacts).map((fact) => ({ kind: 'between', detector: kind, known, from, to, fact }) as const),
    ...fits.flatMap((fact) =>
      against ? [{ kind: 'reference', ...against.ids, band, isStretched, fact } as const] : [],
    ),
  ];
}

/** The known-good captures of all part cards of the plan. */
function useReferences(): readonly KnownGood[] {
  const cards = useDraft((draft) => draft.partCards);
  return useMemo(
    () =>
      cards.flatMap((card) =>
        card.references.map((reference) => ({
          value: `${card.id}/${reference.id}`,
          label: `${reference.name || reference.id}, ${card.name || card.id}`,
          ids: { partCardId: card.id, referenceId: reference.id },
          reference,
        })),
      ),
    [cards],
  );
}
