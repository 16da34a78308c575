import Link from '@mui/material/Link';
import { Link as RouterLink } from 'react-router';
import type { ElementChartElement, MatchKey, ReportDefinition, Section } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { caption } from '../../../shell/caption';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../store/composeStore';
import { words } from '../../document/definition';
import { useFieldNames } from '../../store/useFieldNames';
import { useRowSources } from '../../store/useRowSources';
import { midSentence } from '../../../shell/midSentence';

interface Props {
  /** A chart or a crosstab. */
  chart: Pick<ElementChartElement, 'id' | 'own' | 'rows'>;
  definition: ReportDefinition;
  /** The section that the chart stands in. */
  section: Section;
  /** How many of its levels are around the chart. */
  level: number;
  group?: string;
  /** True for what may count every row of the report in a group too. */
  offersAll?: boolean;
  onChange: (change: Pick<Partial<ElementChartElement>, 'own' | 'rows'>) => void;
}

/** “… from the rows of each route” or “… from the rows of Vessel months, matched on vessel with vessel.” */
export function RowsSource({ chart, definition, section, level, group, offersAll = true, onChange }: Props) {
  const { edit } = useCompose('edit');
  const sources = useRowSources(section.dataset);
  const own = chart.own ? definition.datasets?.find((d) => d.id === chart.own!.dataset) : undefined;
  const pick = async (value: string) => {
    if (value === 'group' || value === 'all') {
      if (chart.own) await edit({ type: 'setChartRows', chart: chart.id, dataset: null, kept: null });
      if (offersAll) onChange({ rows: value });
    } else {
      try {
        void edit({ type: 'setChartRows', chart: chart.id, ...(await sources.sourceOf(value)) });
      } catch (error) {
        useCompose.setState({ failure: (error as Error).message });
      }
    }
  };
  const rows = chart.own
    ? `the rows of ${own?.name ?? chart.own.dataset}`
    : !group || chart.rows === 'all'
      ? 'every row of this report'
      : `the rows of each ${group}`;
  return (
    <>
      from{' '}
      <Blank
        label="Rows drawn"
        choices={[
          ...(group ? [{ value: 'group', label: `the rows of each ${group}` }] : []),
          ...(offersAll || !group ? [{ value: 'all', label: 'every row of this report' }] : []),
          ...sources.choices.map((c) => ({ ...c, label: `the rows of ${c.label}` })),
        ]}
        tone={chart.rows === 'all' && group && !chart.own ? 'problem' : 'main'}
        onPick={(v) => void pick(v)}
      >
        {rows}
      </Blank>
      {chart.own && <Match chart={chart} definition={definition} section={section} level={level} onChange={onChange} />}
      {own?.copyOf && (
        <>
          {' '}
          (
          <Link component={RouterLink} to={`/data/${own.copyOf}`} sx={{ color: color.muted, fontSize: 13 }}>
            open the dataset
          </Link>
          )
        </>
      )}
    </>
  );
}

/** By which fields rows of its own belong to what is around the chart. */
function Match({ chart, definition, section, level, onChange }: Omit<Props, 'group' | 'offersAll'>) {
  const written = useFieldNames();
  const own = chart.own!;
  const match = own.match ?? [];
  const inner = { ...section, dataset: own.dataset };
  const fields = (definition.datasets?.find((d) => d.id === own.dataset)?.fields ?? []).map((f) => ({
    value: written(f.name),
    label: midSentence(caption(f)),
  }));
  const around = [
    ...(section.levels ?? []).slice(0, level).map((l) => ({ value: l.by, label: words(definition, l.by, section) })),
    ...(definition.parameters ?? []).map((p) => ({ value: `:${p.name}`, label: `the parameter ${midSentence(caption(p))}` })),
  ];
  const set = (next: MatchKey[]) => onChange({ own: { ...own, match: next } });
  const change = (at: number, part: Partial<MatchKey>) => set(match.map((m, i) => (i === at ? { ...m, ...part } : m)));
  const named = (choices: { value: string; label: string }[], expression: string) =>
    choices.find((c) => c.value === expression)?.label ?? words(definition, expression, inner);
  return (
    <>
      , matched on{' '}
      {match.map((key, i) => (
        <span key={i}>
          {i > 0 && ' and '}
          <Blank
            label={`Own key ${i + 1}`}
            choices={[...fields, { value: '', label: 'nothing: remove it' }]}
            expression="row"
            typed={key.own}
            onPick={(v) => (v ? change(i, { own: v }) : set(match.filter((_, k) => k !== i)))}
          >
            {named(fields, key.own)}
          </Blank>{' '}
          with{' '}
          <Blank
            label={`Key around ${i + 1}`}
            choices={around}
            expression="row"
            typed={key.around}
            onPick={(v) => v && change(i, { around: v })}
          >
            {named(around, key.around)}
          </Blank>
        </span>
      ))}
      {match.length > 0 && ' '}
      <Blank
        label="Another key"
        tone={match.length === 0 && level > 0 ? 'problem' : 'main'}
        choices={around.map((a) => ({ value: a.value, label: `and on ${a.label}` }))}
        typed=""
        expression="row"
        onPick={(v) => {
          if (!v) return;
          const same = fields.find((f) => f.value === v || `:${f.value}` === v) ?? fields[0];
          if (same) set([...match, { own: same.value, around: v }]);
        }}
      >
        {match.length === 0 ? 'nothing' : 'and …'}
      </Blank>
    </>
  );
}
