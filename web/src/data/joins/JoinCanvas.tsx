import Box from '@mui/material/Box';
import { Background, Controls, ReactFlow, type Edge, type NodeChange, type ReactFlowInstance } from '@xyflow/react';
import '@xyflow/react/dist/style.css';
import { useEffect, useMemo, useState } from 'react';
import type { JoinEffect, TableInfo } from '../../api/generated';
import { color } from '../../theme/tokens';
import { connect, fieldOfColumn, moveTable, removeTable, tableInWords, tablesOf, timesOf, toggleColumn } from '../document/dataset';
import { TableCard, type TableNode } from './TableCard';
import type { Dataset, JoinedTable } from '../document/types';

const nodeTypes = { table: TableCard };
/** The button that adds a table lies over the upper left corner. */
const fit = { maxZoom: 1, padding: { top: '52px', bottom: '12px', x: 0.04 } } as const;
/** The usual join needs no words. */
const kindWords = { inner: undefined, left: 'or none', unmatched: 'without' };

/** How far a key moves a card, and which way. */
const stride = 16;
const moves: Record<string, [number, number] | undefined> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** What a line does beyond the usual: keep rows without a match, or make more or fewer rows; the sentence has the figures. */
const labelOf = (table: JoinedTable, effect?: JoinEffect) =>
  [kindWords[table.join!.kind ?? 'inner'], timesOf(effect)].filter(Boolean).join(' ') || undefined;

interface Props {
  dataset: Dataset;
  schema: TableInfo[];
  effects: JoinEffect[];
  selected?: string;
  onSelect: (table?: string) => void;
  onEdit: (next: Dataset) => void;
}

/** Tables as cards, joined by lines from key to key. */
export function JoinCanvas({ dataset, schema, effects, selected, onSelect, onEdit }: Props) {
  const tables = tablesOf(dataset);
  // While a card is dragged it follows the pointer here; the drop is the change.
  const [dragged, setDragged] = useState<Record<string, { x: number; y: number }>>({});
  useEffect(() => setDragged({}), [dataset]);
  // The size of a card, without which its lines would not know where to end.
  const [measured, setMeasured] = useState<Record<string, { width: number; height: number }>>({});
  // A table that was added, or came back by undo, may lie beyond the edge.
  const [flow, setFlow] = useState<ReactFlowInstance<TableNode>>();
  useEffect(() => {
    const next = requestAnimationFrame(() => void flow?.fitView(fit));
    return () => cancelAnimationFrame(next);
  }, [flow, tables.length]);
  const nodes = useMemo<TableNode[]>(
    () =>
      tables.map((t, i) => {
        const info = schema.find((s) => s.name === t.table);
        return {
          id: t.id,
          type: 'table',
          ariaLabel: `table ${tableInWords(t.table)}`,
          measured: measured[t.id],
          position: dragged[t.id] ?? { x: t.x ?? 24 + i * 240, y: t.y ?? 24 },
          data: {
            id: t.id,
            table: t.table,
            info,
            open: i > 0 && !t.join,
            unmatched: t.join?.kind === 'unmatched',
            picked: new Set((info?.fields ?? []).filter((c) => fieldOfColumn(dataset, t.id, c.name)).map((c) => c.name)),
            onToggle: (column) => onEdit(toggleColumn(dataset, t.id, column)),
            onRemove: () => onEdit(removeTable(dataset, t.id)),
          },
        };
      }),
    [tables, schema, dragged, measured, dataset, onEdit],
  );
  const edges = useMemo<Edge[]>(
    () =>
      tables.flatMap((t) =>
        (t.join?.on ?? []).map((pair, i) => ({
          id: `${t.id} ${pair.column}`,
          ariaLabel: `${tableInWords(tables.find((o) => o.id === t.join!.to)?.table ?? '')} to ${tableInWords(t.table)} by ${pair.to}`,
          source: t.join!.to,
          sourceHandle: pair.to,
          target: t.id,
          targetHandle: pair.column,
          label:
            i === 0
              ? labelOf(
                  t,
                  effects.find((e) => e.id === t.id),
                )
              : undefined,
          selected: selected === t.id,
          style: {
            stroke: effects.find((e) => e.id === t.id)?.repeats ? color.rows : color.main,
            strokeWidth: selected === t.id ? 2.5 : 1.5,
            strokeDasharray: t.join!.kind === 'left' ? '5 3' : undefined,
          },
          labelStyle: { fontSize: 10.5, fill: color.ink },
          labelBgStyle: { fill: color.panel },
        })),
      ),
    [tables, selected, effects],
  );
  const changed = (changes: NodeChange<TableNode>[]) => {
    for (const change of changes) {
      if (change.type === 'dimensions' && change.dimensions) setMeasured((was) => ({ ...was, [change.id]: change.dimensions! }));
      if (change.type !== 'position' || !change.position) continue;
      if (change.dragging) setDragged((was) => ({ ...was, [change.id]: change.position! }));
      else onEdit(moveTable(dataset, change.id, change.position.x, change.position.y));
    }
  };
  /** On a card: arrow keys move it. On a card or a line: Enter opens how it is joined, Escape closes that. */
  const press = (e: React.KeyboardEvent) => {
    const at = e.target instanceof Element && e.target.matches('.react-flow__node, .react-flow__edge') ? e.target : undefined;
    const id = at?.getAttribute('data-id')?.split(' ')[0];
    const node = nodes.find((n) => n.id === id);
    if (!node) return;
    const by = at!.matches('.react-flow__node') ? moves[e.key] : undefined;
    if (by) onEdit(moveTable(dataset, node.id, node.position.x + by[0] * stride, node.position.y + by[1] * stride));
    else if (e.key === 'Enter' && tables.findIndex((t) => t.id === node.id) > 0) onSelect(node.id);
    else if (e.key === 'Escape') onSelect(undefined);
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  return (
    <Box
      sx={{
        height: '100%',
        bgcolor: color.desk,
        '& .react-flow__handle': { width: 7, height: 7, border: 0 },
        '& .react-flow__attribution': { display: 'none' },
        '& .react-flow__node:focus-visible': { outline: `2px solid ${color.main}`, outlineOffset: 2, borderRadius: 1 },
        '& .react-flow__edge:focus-visible .react-flow__edge-path': { strokeWidth: 4 },
      }}
      role="region"
      aria-label="Tables and joins"
      data-region="tables"
      // Before the canvas, which takes the focus away at Escape.
      onKeyDownCapture={press}
    >
      <ReactFlow
        nodes={nodes}
        edges={edges}
        nodeTypes={nodeTypes}
        onNodesChange={changed}
        onConnect={(c) => {
          if (c.sourceHandle && c.targetHandle)
            onEdit(connect(dataset, { table: c.source, column: c.sourceHandle }, { table: c.target, column: c.targetHandle }));
        }}
        onEdgeClick={(_, edge) => onSelect(edge.target)}
        onEdgesChange={(changes) => {
          for (const change of changes) if (change.type === 'select' && change.selected) onSelect(change.id.split(' ')[0]);
        }}
        onPaneClick={() => onSelect(undefined)}
        deleteKeyCode={null}
        minZoom={0.4}
        maxZoom={1.25}
        fitView
        fitViewOptions={fit}
        onInit={setFlow}
      >
        <Background color={color.line} gap={16} />
        <Controls showInteractive={false} />
      </ReactFlow>
    </Box>
  );
}
