import { Button, Group, Select } from '@mantine/core';
import type { ReactNode } from 'react';
import classes from './RecordingView.module.css';
import { type useView, zoomed } from './useView';

interface BarProps {
  readonly lengthMs: number;
  readonly change: ReturnType<typeof useView>['change'];
  readonly isOneAxis: boolean;
  readonly onOneAxis: () => void;
  readonly isSameScale: boolean;
  readonly onSameScale: () => void;
  /** `undefined`: there is no cursor at which one could be set. */
  readonly onMarker: ((name: string) => void) | undefined;
  /** How many degrees lie between both markers; `null`: the axis has times. */
  readonly degrees: number | null;
  /** `undefined`: there are not both markers. */
  readonly onDegrees: ((degrees: number | null) => void) | undefined;
  /** The moments that have names. */
  readonly children: ReactNode;
}

/** What is seen of a recording, and how. */
export function ViewBar({ lengthMs, change, onMarker, degrees, onDegrees, children, ...axes }: BarProps) {
  const zoom = (factor: number) => change((last) => zoomed(last, (last.fromMs + last.toMs) / 2, factor));
  return (
    <Group gap="sm" className={classes.bar}>
      <Button size="md" variant="default" onClick={() => zoom(0.5)}>
        Nearer
      </Button>
      <Button size="md" variant="default" onClick={() => zoom(2)}>
        Further
      </Button>
      <Button size="md" variant="default" onClick={() => change(() => ({ fromMs: 0, toMs: lengthMs }))}>
        All of it
      </Button>
      <Toggle isOn={axes.isOneAxis} onToggle={axes.onOneAxis} label="One axis" />
      <Toggle isOn={axes.isSameScale} onToggle={axes.onSameScale} isDisabled={axes.isOneAxis} label="Scales alike" />
      {['A', 'B'].map((name) => (
        <Button key={name} size="md" variant="default" disabled={!onMarker} onClick={() => onMarker?.(name)}>
          Set {name}
        </Button>
      ))}
      {onDegrees && (
        <Select
          aria-label="From A to B"
          size="md"
          w={190}
          clearable
          placeholder="times"
          data={turns}
          value={degrees === null ? null : String(degrees)}
          onChange={(picked) => onDegrees(picked === null ? null : Number(picked))}
        />
      )}
      {children}
    </Group>
  );
}

const turns = [
  { value: '360', label: 'A to B is 360°' },
  { value: '720', label: 'A to B is 720°' },
  { value: '180', label: 'A to B is 180°' },
];

interface ToggleProps {
  readonly isOn: boolean;
  readonly onToggle: () => void;
  readonly isDisabled?: boolean;
  readonly label: string;
}

const Toggle = ({ isOn, onToggle, isDisabled = false, label }: ToggleProps) => (
  <Button size="md" variant={isOn ? 'filled' : 'default'} aria-pressed={isOn} disabled={isDisabled} onClick={onToggle}>
    {label}
  </Button>
);
