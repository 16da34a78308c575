import { useDraggable } from '@dnd-kit/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import MenuItem from '@mui/material/MenuItem';
import { Menu } from '../../shell/whenOpen';
import { memo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { ElementChartElement, Field } from '../../api/generated';
import { times } from '../../shell/count';
import { FieldSign, Sign } from '../../shell/FieldSign';
import { Pane } from '../../shell/Pane';
import { color } from '../../theme/tokens';
import { useCompose } from '../store/composeStore';
import { useActiveDataset, useActiveSectionId } from '../store/activeSection';
import { findElement, isChart } from '../document/definition';
import { useFieldNames } from '../store/useFieldNames';
import { caption } from '../../shell/caption';

/** The fields of the report's dataset. Drag one onto a band, or press Enter for a menu of places. */
export function DataList({ onExchange }: { onExchange: () => void }) {
  const [wanted, setWanted] = useState('');
  const section = useActiveSectionId();
  const active = useActiveDataset();
  // A chart with rows of its own is made from their fields.
  const chart = useCompose((s) => {
    const element = s.definition && s.selection.kind === 'element' ? findElement(s.definition, s.selection.id)?.element : undefined;
    return element && isChart(element) && element.own ? element : undefined;
  });
  const own = chart?.own?.dataset;
  const ofChart = useCompose((s) => s.definition?.datasets?.find((d) => d.id === own));
  const parameters = useCompose((s) => s.definition?.parameters);
  if (section === undefined) return null;
  const dataset = own ? ofChart : active;
  const fields = (dataset?.fields ?? []).filter((f) => !f.hidden && caption(f).toLowerCase().includes(wanted.trim().toLowerCase()));
  return (
    <Pane label="Data" region="data" side="left" width={204} isNavigation>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
        <Box component="h2" sx={{ fontSize: 12, color: color.muted, m: 0, flex: 1 }}>
          {dataset?.copyOf ? (
            <Box component={Link} to={`/data/${dataset.copyOf}`} title="Open the dataset" sx={{ color: 'inherit' }}>
              {dataset.name}
            </Box>
          ) : (
            (dataset?.name ?? 'No data')
          )}
        </Box>
        {dataset && !own && (
          <Button
            size="small"
            color="inherit"
            onClick={onExchange}
            title="Lists the rows of another dataset instead"
            sx={{ fontSize: 11, minWidth: 0, color: color.muted }}
          >
            Exchange
          </Button>
        )}
      </Box>
      <InputBase
        placeholder="Find a field"
        inputProps={{ 'aria-label': 'Find a field' }}
        value={wanted}
        onChange={(e) => setWanted(e.target.value)}
        sx={{
          width: '100%',
          my: 0.75,
          height: 28,
          px: 1,
          fontSize: 13,
          bgcolor: color.paper,
          border: `1px solid ${color.line}`,
          borderRadius: 1,
        }}
      />
      {fields.map((field) => (
        <FieldItem key={field.name} field={field} section={section} chart={chart} />
      ))}
      {(parameters?.length ?? 0) > 0 && (
        <Box component="h2" sx={{ fontSize: 12, color: color.muted, m: 0, mt: 2, mb: 0.5 }}>
          Parameters
        </Box>
      )}
      {parameters?.map((p) => (
        <Box key={p.name} sx={{ display: 'flex', gap: 1, py: 0.4, pl: 0.5 }}>
          <Sign>:</Sign>
          {p.name}
        </Box>
      ))}
    </Pane>
  );
}

interface ItemProps {
  field: Field;
  section: string;
  /** Set where the field is one of a chart's own rows, so that it can be shown by that chart alone. */
  chart?: ElementChartElement;
}

const FieldItem = memo(function FieldItem({ field, section, chart }: ItemProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const drag = useDraggable({ id: field.name, data: { field: field.name, section, label: caption(field) } });
  return (
    <>
      <Box
        component="button"
        type="button"
        ref={drag.setNodeRef}
        {...drag.listeners}
        data-field={field.name}
        aria-haspopup="menu"
        onClick={(e: React.MouseEvent<HTMLElement>) => setAnchor(e.currentTarget)}
        sx={{
          display: 'flex',
          gap: 1,
          alignItems: 'center',
          width: '100%',
          font: 'inherit',
          color: color.ink,
          textAlign: 'left',
          border: 0,
          borderRadius: 1,
          py: 0.4,
          px: 0.5,
          bgcolor: anchor ? color.mainTint : 'transparent',
          cursor: 'grab',
          '&:hover': { bgcolor: color.mainTint },
        }}
      >
        <FieldSign type={field.type} worked={field.expression != null} />
        <Box component="span" sx={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
          {caption(field)}
        </Box>
      </Box>
      {anchor && <FieldMenu field={field} section={section} chart={chart} anchor={anchor} onClose={() => setAnchor(null)} />}
    </>
  );
});

/** Where a field can be put. */
function FieldMenu({ field, section, chart, anchor, onClose }: ItemProps & { anchor: HTMLElement; onClose: () => void }) {
  const view = useCompose((s) => s.view);
  const { edit, setElement } = useCompose.getState();
  const written = useFieldNames();
  const bands = (view?.bands ?? []).filter((b) => b.section === section && b.kind !== 'detail');
  const item = (key: string, words: ReactNode, run: () => void) => (
    <MenuItem
      key={key}
      onClick={() => {
        onClose();
        run();
      }}
    >
      {words}
    </MenuItem>
  );
  return (
    <Menu open anchorEl={anchor} onClose={onClose} anchorOrigin={{ vertical: 'top', horizontal: 'right' }}>
      {chart
        ? inChart(chart, written(field.name), field).map(({ label, change }) =>
            item(label, label, () => void setElement(chart.id, change as Partial<ElementChartElement>)),
          )
        : [
            item('detail', 'As a column of the rows', () => void edit({ type: 'addField', section, field: field.name, band: 'detail' })),
            item('level', 'Group the rows by it', () => void edit({ type: 'addLevel', section, field: field.name })),
            ...bands.map((b) =>
              item(
                `${b.kind}${b.level}`,
                <>
                  Into the {b.name.charAt(0).toLowerCase() + b.name.slice(1)}
                  <Box component="span" sx={{ ml: 1.5, color: color.muted }}>
                    {b.printed === null ? 'on each page' : times(Number(b.printed))}
                  </Box>
                </>,
                () => void edit({ type: 'addField', section, field: field.name, band: b.kind, level: b.level }),
              ),
            ),
          ]}
    </Menu>
  );
}

/** What a field can be in a chart. */
function inChart(chart: ElementChartElement, name: string, field: Field): { label: string; change: Partial<ElementChartElement> }[] {
  const isNumber = ['whole', 'decimal', 'double'].includes(field.type) && field.kind !== 'key';
  const expression = isNumber ? `sum(${name})` : `count(DISTINCT ${name})`;
  return [
    { label: 'Draw it as the value', change: { values: chart.values.map((v, i) => (i === 0 ? { ...v, expression, name: null } : v)) } },
    { label: 'Draw it as another value', change: { values: [...chart.values, { expression }] } },
    { label: 'One category for each', change: { category: { ...chart.category, by: name, pattern: null } } },
    { label: 'One series for each', change: { series: { by: name } } },
  ];
}
