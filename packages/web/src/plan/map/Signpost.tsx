import { IconStack2 } from '@tabler/icons-react';
import { Handle, type Node, type NodeProps, Position } from '@xyflow/react';
import { VerdictMark } from '../../spec/VerdictMark';
import type { MapArm, MapStep } from './mapGraph';
import classes from './PlanMap.module.css';
import { armMiddle, inlet, pathColour } from './signpostSize';

export type SignpostNode = Node<
  {
    readonly step: MapStep;
    readonly isChosen: boolean;
    readonly isFaint: boolean;
    readonly isFound: boolean;
    /** Outcomes on the ways that are shown, by `step/outcome`; `undefined` where all are. */
    readonly lit: ReadonlySet<string> | undefined;
    readonly isEditable: boolean;
  },
  'step'
>;

/** A step on the map: its title, and an arm for each outcome that says where it leads. */
export function Signpost({ data, selected }: NodeProps<SignpostNode>) {
  const { step, isChosen, isFaint, isFound, lit, isEditable } = data;
  return (
    <div
      className={classes.signpost}
      data-chosen={isChosen || undefined}
      data-selected={selected || undefined}
      data-faint={isFaint || undefined}
      data-found={isFound || undefined}
    >
      <Handle type="target" position={Position.Top} style={{ left: inlet }} className={classes.handle} />
      <button type="button" className={classes.head} tabIndex={isChosen ? 0 : -1} data-step={step.id}>
        <span className={classes.title}>{step.title}</span>
        <span className={classes.meta}>
          {step.isFirst && <b>first · </b>}
          {step.minutes} min
          {step.block !== '' && (
            <span title={`From the block “${step.block}”`}>
              <IconStack2 size={14} aria-label={`from the block ${step.block}`} />
            </span>
          )}
          {step.findings > 0 && (
            <span className={classes.findings}>
              <VerdictMark kind={step.isError ? 'outOfSpec' : 'tooCloseToCall'} size={14} /> {step.findings}
            </span>
          )}
        </span>
      </button>
      {step.arms.map((arm, index) => (
        <Arm
          key={arm.outcomeId}
          arm={arm}
          top={armMiddle(index)}
          isFaint={lit !== undefined && !lit.has(`${step.id}/${arm.outcomeId}`)}
          isEditable={isEditable}
        />
      ))}
      {step.folded > 0 && <span className={classes.folded}>{step.folded} steps folded behind it</span>}
    </div>
  );
}

interface ArmProps {
  readonly arm: MapArm;
  readonly top: number;
  readonly isFaint: boolean;
  readonly isEditable: boolean;
}

function Arm({ arm: { outcomeId, label, to }, top, isFaint, isEditable }: ArmProps) {
  return (
    <>
      <span className={classes.arm} data-faint={isFaint || undefined} title={label}>
        <span>{label}</span>
        {to.kind === 'end' && (
          <b className={classes.letter} style={{ color: pathColour(to.hue) }} title="a conclusion">
            {to.letter}
          </b>
        )}
        {to.kind === 'open' && <i className={classes.open}>open</i>}
      </span>
      <Handle
        id={outcomeId}
        type="source"
        position={Position.Right}
        style={{ top }}
        className={classes.handle}
        data-to={to.kind}
        isConnectable={isEditable}
      />
    </>
  );
}
