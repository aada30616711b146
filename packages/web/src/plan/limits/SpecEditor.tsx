import type { Spec } from '@probe-trail/core/spec';
import { BandEditor } from './BandEditor';
import { ChangeEditor } from './ChangeEditor';
import { CountEditor } from './CountEditor';
import { CurveEditor } from './CurveEditor';
import { DriveEditor } from './DriveEditor';
import { type KindProps, ofKind } from './editSpec';
import { FormulaEditor } from './FormulaEditor';
import { OptionsEditor } from './OptionsEditor';
import { SiblingsEditor } from './SiblingsEditor';
import { SweepEditor } from './SweepEditor';
import { ToleranceEditor } from './ToleranceEditor';
import { ZonesEditor } from './ZonesEditor';

/** The limits of a reading, each kind with its own fields, all on the same ruler. */
export function SpecEditor({ spec, onChange }: KindProps<Spec>) {
  switch (spec.kind) {
    case 'band':
      return <BandEditor spec={spec} onChange={ofKind(onChange, 'band')} />;
    case 'tolerance':
      return <ToleranceEditor spec={spec} onChange={ofKind(onChange, 'tolerance')} />;
    case 'curve':
      return <CurveEditor spec={spec} onChange={ofKind(onChange, 'curve')} />;
    case 'formula':
      return <FormulaEditor spec={spec} onChange={ofKind(onChange, 'formula')} />;
    case 'siblings':
      return <SiblingsEditor spec={spec} onChange={ofKind(onChange, 'siblings')} />;
    case 'change':
      return <ChangeEditor spec={spec} onChange={ofKind(onChange, 'change')} />;
    case 'sweep':
      return <SweepEditor spec={spec} onChange={ofKind(onChange, 'sweep')} />;
    case 'count':
      return <CountEditor spec={spec} onChange={ofKind(onChange, 'count')} />;
    case 'drive':
      return <DriveEditor spec={spec} onChange={ofKind(onChange, 'drive')} />;
    case 'zones':
      return <ZonesEditor spec={spec} onChange={ofKind(onChange, 'zones')} />;
    case 'choice':
      return <OptionsEditor spec={spec} onChange={ofKind(onChange, 'choice')} />;
  }
}
