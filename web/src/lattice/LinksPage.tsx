import '@xyflow/react/dist/style.css';
import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Background, Controls, MarkerType, ReactFlow, ReactFlowProvider, type Edge } from '@xyflow/react';
import { useEffect, useMemo, useState } from 'react';
import { api } from '../api/client';
import { getLinkMapOptions, getLinkMapQueryKey } from '../api/generated/@tanstack/react-query.gen';
import type { LinkMap } from '../api/generated';
import { BarButton } from '../shell/BarButton';
import { count } from '../shell/count';
import { Main } from '../shell/Main';
import { Message } from '../shell/Message';
import { StatusBar } from '../shell/StatusBar';
import { TopBar } from '../shell/TopBar';
import { color } from '../theme/tokens';
import { laidOut } from './layout';
import type { Chosen } from './chosen';
import { LinkDetails } from './LinkDetails';
import { heightOf, ReportNode, type MapNode } from './ReportNode';

const nodeTypes = { report: ReportNode };

const needsAttention = (link: LinkMap['links'][number]) =>
  link.broken.length > 0 || (link.trial?.since === 'nothing' && link.trial.differ > 0);

/** The map of all reports and the links between them. */
export function LinksPage() {
  const map = useQuery(getLinkMapOptions());
  const [wanted, setWanted] = useState('');
  const [all, setAll] = useState(false);
  const [chosen, setChosen] = useState<Chosen>();
  const client = useQueryClient();
  useEffect(() => {
    document.title = 'Links – Lucid Lattice';
  }, []);
  const reload = () => client.invalidateQueries({ queryKey: getLinkMapQueryKey() });
  const shown = useMemo(() => map.data && filtered(map.data, wanted, all), [map.data, wanted, all]);
  const alone = map.data?.reports.filter((r) => !isLinked(map.data, r.id)).length ?? 0;
  const attention = map.data?.links.filter(needsAttention).length ?? 0;
  return (
    <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column' }}>
      <TopBar
        screen="On the map of links"
        actions={
          <>
            <InputBase
              placeholder="Find a report"
              value={wanted}
              onChange={(e) => setWanted(e.target.value)}
              inputProps={{ 'aria-label': 'Find a report' }}
              sx={{ color: color.paper, borderBottom: '1px solid #5F6B70', fontSize: 13, width: 150 }}
            />
            {alone > 0 && (
              <BarButton onClick={() => setAll(!all)}>{all ? 'Hide what has no links' : `Show ${alone} without links`}</BarButton>
            )}
            <BarButton onClick={() => void api.layOutMap().then(reload)}>Lay out anew</BarButton>
          </>
        }
      />
      <Main sx={{ bgcolor: color.desk, flexDirection: { xs: 'column', md: 'row' }, overflow: { xs: 'auto', md: 'visible' } }}>
        {map.error && (
          <Message problem title="The links cannot be shown">
            {map.error.message}
          </Message>
        )}
        {map.isPending && <Message title="Looking for the links…" />}
        {shown && map.data && (
          <>
            <Box
              sx={{ flex: { xs: 'none', md: 1 }, height: { xs: 420, md: 'auto' }, minWidth: 0 }}
              aria-label="Map of links"
              role="region"
              data-region="map"
              data-skip-to
            >
              <ReactFlowProvider>
                <Web key={shown.reports.map((r) => `${r.id}${r.x}${r.y}`).join()} map={shown} chosen={chosen} onChoose={setChosen} />
              </ReactFlowProvider>
            </Box>
            <LinkDetails map={map.data} chosen={chosen} onChoose={setChosen} onChanged={() => void reload()} />
          </>
        )}
      </Main>
      <StatusBar
        left={
          map.data
            ? [
                count(map.data.reports.length, 'report'),
                count(map.data.links.length, 'link'),
                ...(attention ? [`● ${attention} ${attention === 1 ? 'needs' : 'need'} attention`] : []),
              ]
            : []
        }
      />
    </Box>
  );
}

/** The reports whose titles hold a text, with those that they lead to and that lead to them. */
function filtered(map: LinkMap, wanted: string, all: boolean): LinkMap {
  const text = wanted.trim().toLowerCase();
  if (!text) return all ? map : { ...map, reports: map.reports.filter((r) => isLinked(map, r.id)) };
  const found = new Set(map.reports.filter((r) => r.title.toLowerCase().includes(text)).map((r) => r.id));
  const near = new Set([
    ...found,
    ...map.links.filter((l) => found.has(l.from) && l.to).map((l) => l.to!),
    ...map.links.filter((l) => l.to && found.has(l.to)).map((l) => l.from),
  ]);
  return {
    reports: map.reports.filter((r) => near.has(r.id)),
    links: map.links.map((l) => (near.has(l.from) && l.to && near.has(l.to) ? l : { ...l, to: null })),
  };
}

const isLinked = (map: LinkMap, id: string) => map.links.some((l) => l.from === id || l.to === id);

function Web({ map, chosen, onChoose }: { map: LinkMap; chosen: Chosen; onChoose: (chosen: Chosen) => void }) {
  const places = useMemo(
    () =>
      laidOut(
        map.reports.map((r) => ({ id: r.id, height: heightOf(r) })),
        map.links,
      ),
    [map],
  );
  const [moved, setMoved] = useState<Record<string, { x: number; y: number }>>({});
  const link = chosen && 'link' in chosen ? map.links[chosen.link] : undefined;
  const report = chosen && 'report' in chosen ? chosen.report : undefined;
  const nodes: MapNode[] = map.reports.map((r) => ({
    id: r.id,
    type: 'report',
    position: moved[r.id] ?? (r.x !== null && r.y !== null ? { x: r.x, y: r.y } : places.get(r.id)!),
    selected: report === r.id,
    ariaLabel: r.title,
    data: {
      report: r,
      broken: map.links.some((l) => l.to === r.id && l.broken.length > 0),
      lit: link ? link.from === r.id || link.to === r.id : report === undefined || isNear(map, report, r.id),
    },
  }));
  const edges: Edge[] = map.links.flatMap((l, i): Edge[] => {
    // A report that is gone has no place of its own; its link is listed where it comes from.
    if (l.to === null || !places.has(l.from) || !places.has(l.to)) return [];
    const bad = needsAttention(l);
    const lit = link ? map.links[i] === link : report === undefined || l.from === report || l.to === report;
    const stroke = bad ? color.problem : color.link;
    return [
      {
        id: String(i),
        source: l.from,
        target: l.to,
        sourceHandle: 'on',
        targetHandle: 'here',
        label: l.carries.length ? l.carries.join(', ') : undefined,
        style: { stroke, strokeWidth: lit ? 2.2 : 1.2, strokeDasharray: bad ? '6 5' : undefined, opacity: lit ? 1 : 0.25 },
        labelStyle: { fill: stroke, fontSize: 11 },
        labelBgStyle: { fill: bad ? color.problemTint : color.linkTint },
        labelBgPadding: [6, 3],
        labelBgBorderRadius: 4,
        markerEnd: { type: MarkerType.ArrowClosed, color: stroke },
        ariaLabel: l.sentence,
      },
    ];
  });
  return (
    <ReactFlow
      nodes={nodes}
      edges={edges}
      nodeTypes={nodeTypes}
      onNodesChange={(changes) => {
        for (const change of changes) {
          if (change.type === 'position' && change.position) setMoved((was) => ({ ...was, [change.id]: change.position! }));
          if (change.type === 'select' && change.selected) onChoose({ report: change.id });
        }
      }}
      onNodeDragStop={(_, node) => void api.placeOnMap({ report: node.id, x: node.position.x, y: node.position.y })}
      onEdgesChange={(changes) => {
        for (const change of changes) if (change.type === 'select' && change.selected) onChoose({ link: Number(change.id) });
      }}
      onEdgeClick={(_, edge) => onChoose({ link: Number(edge.id) })}
      onPaneClick={() => onChoose(undefined)}
      nodesConnectable={false}
      deleteKeyCode={null}
      fitView
      fitViewOptions={{ padding: 0.12, maxZoom: 1 }}
      minZoom={0.2}
      proOptions={{ hideAttribution: true }}
    >
      <Background color={color.line} />
      <Controls showInteractive={false} />
    </ReactFlow>
  );
}

const isNear = (map: LinkMap, one: string, other: string) =>
  one === other || map.links.some((l) => (l.from === one && l.to === other) || (l.from === other && l.to === one));
