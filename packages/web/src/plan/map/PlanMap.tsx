import {
  Background,
  BackgroundVariant,
  type Connection,
  Controls,
  MiniMap,
  type NodeChange,
  type OnConnectEnd,
  Position,
  ReactFlow,
  ReactFlowProvider,
  useReactFlow,
  useStore,
} from '@xyflow/react';
import '@xyflow/react/dist/base.css';
import { useWindowEvent } from '@mantine/hooks';
import type { Finding, Plan } from '@probe-trail/core/plan';
import { type ClipboardEvent, type KeyboardEvent, useEffect, useMemo, useRef } from 'react';
import { Waiting } from '../../ui/Waiting';
import { type MapGraph, mapGraph, type OnTheWay, withFindings } from './mapGraph';
import type { MapLayout, Point } from './mapLayout';
import classes from './PlanMap.module.css';
import { Signpost, type SignpostNode } from './Signpost';
import { armMiddle, headHeight, heightOf, inlet, signpostWidth } from './signpostSize';
import { type Direction, stepBeside } from './stepBeside';
import { useMapLayout } from './useMapLayout';
import { type WayEdge, WayLine } from './WayLine';

interface MapProps {
  readonly plan: Plan;
  readonly findings?: readonly Finding[];
  /** The step that is open beside the map. */
  readonly chosenId: string | undefined;
  readonly onChoose: (stepId: string) => void;
  /** Steps that are selected together, the chosen one among them. */
  readonly selected?: ReadonlySet<string>;
  readonly onSelect?: (stepIds: ReadonlySet<string>) => void;
  readonly folded?: ReadonlySet<string>;
  /** What to show while everything else is faint. */
  readonly lit?: OnTheWay | undefined;
  /** Steps that a search has found. */
  readonly found?: ReadonlySet<string>;
  /** Lets an outcome lead to another step or, dropped on its letter, to a conclusion. */
  readonly onLeadTo?: (stepId: string, outcomeId: string, goal: { stepId: string } | { conclusionId: string }) => void;
  /** Other keys than the arrows, while a step of the map has the focus. */
  readonly onKey?: (event: KeyboardEvent) => void;
  /** Copying, cutting and pasting while a step of the map has the focus. */
  readonly onClipboard?: (what: 'copy' | 'cut' | 'paste', clipboard: DataTransfer) => void;
}

/** The plan as a map: signposts and the ways between them; to be panned, zoomed and walked with the arrow keys. */
export function PlanMap(props: MapProps) {
  return (
    <ReactFlowProvider>
      <LaidMap {...props} />
    </ReactFlowProvider>
  );
}

/** From where thirteen pixels are fewer than six, and from where titles of twice that size are. */
const distanceAt = (zoom: number): 'near' | 'far' | 'veryFar' =>
  zoom < 0.22 ? 'veryFar' : zoom < 0.42 ? 'far' : 'near';

const nodeTypes = { step: Signpost };
const edgeTypes = { way: WayLine };
const nothing: ReadonlySet<string> = new Set();

function LaidMap(props: MapProps) {
  const { plan, folded = nothing, chosenId } = props;
  const graph = useMemo(() => mapGraph(plan, folded), [plan, folded]);
  const layout = useMapLayout(graph, chosenId);
  if (!layout) return <Waiting />;
  return <DrawnMap {...props} graph={graph} layout={layout} />;
}

interface DrawnProps extends MapProps {
  readonly graph: MapGraph;
  readonly layout: MapLayout;
}

/** What hands do on the map: keys, the clipboard, ways that are dragged. */
function useHands(
  area: React.RefObject<HTMLElement | null>,
  { graph, layout, chosenId, selected = nothing, onSelect, onLeadTo, onKey, onClipboard, onChoose }: DrawnProps,
) {
  const onNodesChange = (changes: NodeChange<SignpostNode>[]) => {
    const next = new Set(selected);
    for (const change of changes) if (change.type === 'select') next[change.selected ? 'add' : 'delete'](change.id);
    if (onSelect && changes.some(({ type }) => type === 'select')) onSelect(next);
  };
  // The step that has the focus goes: the map itself holds it until the next one is there, so that no key is lost.
  const holdFocus = () => area.current?.focus();
  const onKeyDown = (event: KeyboardEvent) => {
    const direction = directions[event.key];
    if (event.key === 'Delete') holdFocus();
    if (!direction || event.ctrlKey || event.metaKey || event.altKey) return onKey?.(event);
    event.preventDefault();
    const next = chosenId === undefined ? graph.steps[0]?.id : stepBeside(graph, layout, chosenId, direction);
    if (next === undefined) return undefined;
    onChoose(next);
    if (event.shiftKey) onSelect?.(new Set([...selected, ...(chosenId ? [chosenId] : []), next]));
    return undefined;
  };
  const clip = (what: 'copy' | 'cut' | 'paste') => (event: ClipboardEvent) => {
    event.preventDefault();
    if (what === 'cut') holdFocus();
    onClipboard?.(what, event.clipboardData);
  };
  const connect = ({ source, sourceHandle, target }: Connection) => {
    if (sourceHandle) onLeadTo?.(source, sourceHandle, { stepId: target });
  };
  /** Not on the small circle of a step, but anywhere on it, or on the letter of a conclusion. */
  const dropped: OnConnectEnd = ({ target }, { isValid, fromNode, fromHandle }) => {
    if (isValid || !(target instanceof Element) || !fromNode || !fromHandle?.id) return;
    const conclusionId = target.closest<HTMLElement>('[data-conclusion]')?.dataset.conclusion;
    const stepId = target.closest('.react-flow__node')?.getAttribute('data-id');
    if (conclusionId) onLeadTo?.(fromNode.id, fromHandle.id, { conclusionId });
    else if (stepId && stepId !== fromNode.id) onLeadTo?.(fromNode.id, fromHandle.id, { stepId });
  };
  return { onNodesChange, onKeyDown, clip, connect, dropped };
}

function DrawnMap(props: DrawnProps) {
  const { graph, layout, chosenId, onLeadTo, onChoose } = props;
  const nodes = useNodes({ ...props, isEditable: onLeadTo !== undefined });
  const edges = useEdges(graph, layout, props.lit);
  const area = useRef<HTMLElement>(null);
  const distance = useStore(({ transform: [, , zoom] }) => distanceAt(zoom));
  useShown(area, layout, chosenId);
  const hands = useHands(area, props);
  return (
    <section
      ref={area}
      className={classes.map}
      tabIndex={-1}
      aria-label="Map of the plan"
      data-distance={distance}
      onKeyDown={hands.onKeyDown}
      onCopy={hands.clip('copy')}
      onCut={hands.clip('cut')}
      onPaste={hands.clip('paste')}
    >
      <ReactFlow
        nodes={nodes}
        edges={edges}
        nodeTypes={nodeTypes}
        edgeTypes={edgeTypes}
        nodesDraggable={false}
        nodesFocusable={false}
        edgesFocusable={false}
        disableKeyboardA11y
        deleteKeyCode={null}
        multiSelectionKeyCode="Shift"
        onlyRenderVisibleElements
        minZoom={0.08}
        maxZoom={1.5}
        onNodesChange={hands.onNodesChange}
        onNodeClick={(event, { id }) => !event.shiftKey && onChoose(id)}
        edgesReconnectable={onLeadTo !== undefined}
        onConnect={hands.connect}
        onReconnect={(_, connection) => hands.connect(connection)}
        onConnectEnd={hands.dropped}
        proOptions={{ hideAttribution: true }}
      >
        <Background variant={BackgroundVariant.Dots} gap={22} size={1.4} color="var(--rule)" />
        <Controls showInteractive={false} position="bottom-left" fitViewOptions={wholeMap} />
        {graph.steps.length > 12 && (
          <MiniMap
            pannable
            zoomable
            position="bottom-right"
            ariaLabel="Overview of the map"
            nodeColor={({ id }) => (id === chosenId ? 'var(--kingfisher)' : 'var(--slate)')}
            maskColor="color-mix(in srgb, var(--paper) 70%, transparent)"
            bgColor="var(--sheet)"
          />
        )}
        <svg className={classes.defs} aria-hidden="true">
          <marker id="way-arrow" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" orient="auto">
            <path d="M0 0.5L7.5 4L0 7.5z" fill="context-stroke" />
          </marker>
        </svg>
      </ReactFlow>
    </section>
  );
}

const directions: Readonly<Record<string, Direction>> = {
  ArrowRight: 'right',
  ArrowLeft: 'left',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

type NodesProps = Pick<DrawnProps, 'graph' | 'layout' | 'findings' | 'chosenId' | 'selected' | 'lit' | 'found'> & {
  readonly isEditable: boolean;
};

function useNodes({
  graph,
  layout,
  findings = [],
  chosenId,
  selected = nothing,
  lit,
  found = nothing,
  isEditable,
}: NodesProps) {
  const steps = useMemo(() => withFindings(graph.steps, findings), [graph, findings]);
  // A node that says what it said before stays the same object: of 300 the library then looks at one.
  const known = useRef(new Map<string, { readonly drawn: string; readonly node: SignpostNode }>());
  return useMemo(() => {
    const before = known.current;
    known.current = new Map();
    return nodesOf().map((node) => {
      const drawn = JSON.stringify({ ...node, data: { ...node.data, lit: undefined } });
      const old = before.get(node.id);
      const kept = old?.drawn === drawn && old.node.data.lit === node.data.lit ? old : { drawn: drawn, node };
      known.current.set(node.id, kept);
      return kept.node;
    });

    function nodesOf(): SignpostNode[] {
      return steps.flatMap((step): SignpostNode[] => {
        const position = layout.steps.get(step.id);
        if (!position) return [];
        return [
          {
            id: step.id,
            type: 'step',
            position,
            measured: { width: signpostWidth, height: heightOf(step) },
            width: signpostWidth,
            height: heightOf(step),
            selected: selected.has(step.id),
            handles: handlesOf(step.arms),
            data: {
              step,
              isChosen: step.id === chosenId,
              isFaint: lit !== undefined && !lit.steps.has(step.id),
              isFound: found.has(step.id),
              lit: lit?.outcomes,
              isEditable,
            },
          },
        ];
      });
    }
  }, [steps, layout, chosenId, selected, lit, found, isEditable]);
}

// Said to the library instead of measured by it: steps outside the picture are not drawn, and their ways are.
const handlesOf = (arms: readonly { readonly outcomeId: string }[]): NonNullable<SignpostNode['handles']> => [
  { type: 'target', position: Position.Top, x: inlet, y: 0, width: 1, height: 1 },
  ...arms.map(({ outcomeId }, index) => ({
    id: outcomeId,
    type: 'source' as const,
    position: Position.Right,
    x: signpostWidth,
    y: armMiddle(index),
    width: 1,
    height: 1,
  })),
];

function useEdges({ ways }: MapGraph, layout: MapLayout, lit: OnTheWay | undefined): WayEdge[] {
  return useMemo(
    () =>
      ways.flatMap(({ id, from, outcomeId, to, label: drawn, end }) => {
        const points = layout.ways.get(id);
        if (!points) return [];
        const isLit = lit?.outcomes.has(id) === true;
        return [
          {
            id,
            type: 'way' as const,
            source: from,
            sourceHandle: outcomeId,
            target: to,
            ariaLabel: drawn,
            data: { points, end, isLit, isFaint: lit !== undefined && !isLit },
          },
        ];
      }),
    [ways, layout, lit],
  );
}

// The smallest words of a signpost are twelve pixels high at one.
const firstZoom = 1;
/** Room above the first step, for what lies over the map. */
const headroom = 76;
const wholeMap = {
  padding: { top: `${headroom}px`, right: '24px', bottom: '72px', left: '24px' },
  maxZoom: 1,
} as const;

/** Brings the chosen step into the picture, and the focus along when the map has it. */
function useShown(area: React.RefObject<HTMLElement | null>, layout: MapLayout, chosenId: string | undefined) {
  const { setCenter, setViewport, getZoom, screenToFlowPosition } = useReactFlow();
  const shown = useRef<string | undefined>(undefined);
  const hasFocus = useFocusInside(area);
  useEffect(() => {
    const at = layout.steps.get(chosenId ?? '');
    const box = area.current?.getBoundingClientRect();
    if (!at || !box || shown.current === chosenId) return;
    // The step that has the focus may leave the picture; the map holds it until the chosen one is drawn.
    if (hasFocus.current) area.current?.focus();
    // At first at the upper edge: what follows is what one wants to see.
    if (shown.current === undefined)
      void setViewport({
        x: box.width / 2 - (at.x + signpostWidth / 2) * firstZoom,
        y: headroom - at.y * firstZoom,
        zoom: firstZoom,
      });
    else if (!isInside(at, screenToFlowPosition, box))
      void setCenter(at.x + signpostWidth / 2, at.y + headHeight, { zoom: getZoom() });
    shown.current = chosenId;
    if (hasFocus.current)
      requestAnimationFrame(() =>
        area.current?.querySelector<HTMLElement>(`[data-step="${CSS.escape(chosenId ?? '')}"]`)?.focus(),
      );
  }, [area, layout, chosenId, hasFocus, setCenter, setViewport, getZoom, screenToFlowPosition]);
  // The map was made smaller beside a wider step: the chosen one stays in the picture.
  const size = useStore(({ width, height }) => `${width} ${height}`);
  const sized = useRef(size);
  useEffect(() => {
    const at = layout.steps.get(chosenId ?? '');
    const box = area.current?.getBoundingClientRect();
    if (sized.current === size || !at || !box) return;
    sized.current = size;
    if (!isInside(at, screenToFlowPosition, box))
      void setCenter(at.x + signpostWidth / 2, at.y + headHeight, { zoom: getZoom() });
  }, [size, area, layout, chosenId, setCenter, getZoom, screenToFlowPosition]);
}

/** Whether the map had the focus last: a step that is deleted takes it away without giving it to anything else. */
function useFocusInside(area: React.RefObject<HTMLElement | null>) {
  const hasFocus = useRef(false);
  useWindowEvent('focusin', ({ target }) => {
    hasFocus.current = target instanceof Node && area.current?.contains(target) === true;
  });
  return hasFocus;
}

function isInside({ x, y }: Point, toFlow: (at: Point) => Point, box: DOMRect): boolean {
  const [from, to] = [toFlow({ x: box.left, y: box.top }), toFlow({ x: box.right, y: box.bottom })];
  return x >= from.x && y >= from.y && x + signpostWidth <= to.x && y + headHeight <= to.y;
}
