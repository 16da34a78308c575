import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { listReportsOptions } from '../../api/generated/@tanstack/react-query.gen';
import { api } from '../../api/client';
import type { CarriedValue, Link, ValueSource } from '../../api/generated';
import { writeAddress } from '../../read/address';
import { Blank, type Choice } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { color } from '../../theme/tokens';
import { useCompose } from '../composeStore';
import { caption } from '../../shell/caption';
import { findElement, isChart, offeredFields, type Placed, words } from '../definition';
import { useFieldNames } from '../useFieldNames';

const places = [
  { value: 'beside', label: 'beside this report' },
  { value: 'here', label: 'in its place' },
  { value: 'newTab', label: 'in a new tab' },
];

/** What a click on an element does: what opens and where, and which value goes to which parameter. Of a chart, its marks are clicked. */
export function LinkSentence({ placed: { element, section, band, level } }: { placed: Placed }) {
  const { definition, view, edit } = useCompose('definition', 'view', 'edit');
  const reports = useQuery({ ...listReportsOptions(), staleTime: 10_000 });
  const written = useFieldNames();
  const chart = isChart(element) ? element : undefined;
  const link = element.link ?? undefined;
  const target = useQuery({
    queryKey: ['report', link?.report],
    queryFn: () => api.report(link!.report),
    enabled: link !== undefined,
    retry: false,
  });
  if (!definition) return null;
  const published = (reports.data ?? []).filter((r) => r.published !== null);
  const choices: Choice[] = published.map((r) => ({ value: r.id, label: r.title, hint: r.description ?? undefined }));
  const open = (report: string) =>
    void edit(
      chart
        ? { type: 'linkChart', chart: chart.id, report: report || null }
        : { type: 'linkElement', element: element.id, report: report || null },
    );
  if (!link) {
    return (
      <Sentence>
        {chart ? 'Clicking a mark opens ' : 'Clicking it opens '}
        <Blank
          label="Report that opens"
          tone="link"
          choices={[...choices, ...(choices.length ? [] : [{ value: '', label: 'No report is published yet', disabled: true }])]}
          onPick={open}
        >
          nothing
        </Blank>
        .
      </Sentence>
    );
  }
  const set = (change: Partial<Link>) =>
    void edit((now) => {
      const newest = findElement(now, element.id)?.element;
      return newest?.link
        ? { type: 'replace', item: { kind: 'element', element: { ...newest, link: { ...newest.link, ...change } } } }
        : undefined;
    });
  const problems = (view?.problems ?? []).filter((p) => p.place === element.id && p.property === 'link');
  const broken = problems.some((p) => p.code === 'missing-target');
  // Of rows of its own, a chart knows the levels that they are matched to.
  const levels = (section.levels ?? [])
    .slice(0, band === 'detail' ? undefined : level)
    .filter((l) => !chart?.own || (chart.own.match ?? []).some((m) => m.around === l.by));
  const clicked = chart ? `the clicked ${words(definition, chart.category.by, section)}` : '';
  const hasEnds =
    chart !== undefined &&
    (chart.category.ranges != null || chart.chart === 'histogram' || chart.category.by.toLowerCase().startsWith('date_trunc'));
  const isWhole = link.whole === true;
  const marks = chart !== undefined && !isWhole;
  const sources: (Choice & { source?: ValueSource })[] = [
    ...(marks ? [{ value: 'category', label: clicked, source: { type: 'category' } as ValueSource }] : []),
    ...(marks && hasEnds
      ? (['start', 'end'] as const).map((part) => ({
          value: `category:${part}`,
          label: `the ${part} of ${clicked}`,
          source: { type: 'category', part } as ValueSource,
        }))
      : []),
    ...(marks && chart.series
      ? [
          {
            value: 'series',
            label: `the clicked ${words(definition, chart.series.by, section)}`,
            source: { type: 'series' } as ValueSource,
          },
        ]
      : []),
    ...levels.map((l) => ({
      value: `level:${l.id}`,
      label: `the ${l.name.toLowerCase()} around it`,
      source: { type: 'level', level: l.id } as ValueSource,
    })),
    ...levels
      .filter((l) => /^date_trunc\b/i.test(l.by))
      .flatMap((l) =>
        (['start', 'end'] as const).map((part) => ({
          value: `level:${l.id}:${part}`,
          label: `the ${part} of the ${l.name.toLowerCase()} around it`,
          source: { type: 'level', level: l.id, part } as ValueSource,
        })),
      ),
    ...(band === 'detail' ? offeredFields(definition, section) : []).map((f) => ({
      value: `expression:${written(f.name)}`,
      label: `the ${caption(f).toLowerCase()} of the row`,
      source: { type: 'expression', expression: written(f.name) } as ValueSource,
    })),
    ...(definition.parameters ?? []).map((p) => ({
      value: `parameter:${p.name}`,
      label: `${(p.label ?? p.name).toLowerCase()} as it is here`,
      source: { type: 'parameter', name: p.name } as ValueSource,
    })),
  ];
  const keyOf = (from: ValueSource) =>
    from.type === 'category' && from.part && from.part !== 'whole'
      ? `category:${from.part}`
      : from.type === 'category' || from.type === 'series'
        ? from.type
        : from.type === 'level'
          ? `level:${from.level}${from.part && from.part !== 'whole' ? `:${from.part}` : ''}`
          : from.type === 'parameter'
            ? `parameter:${from.name}`
            : from.type === 'expression'
              ? `expression:${from.expression}`
              : '';
  const wordsOf = (from?: ValueSource) =>
    !from
      ? 'nothing yet'
      : from.type === 'fixed'
        ? `“${from.value}”`
        : (sources.find((s) => s.value === keyOf(from))?.label ??
          (from.type === 'expression' ? from.expression : 'something that is gone'));
  const carried = link.carries ?? [];
  const carry = (parameter: string, picked: string) => {
    const others = carried.filter((c) => c.parameter !== parameter);
    const source = sources.find((s) => s.value === picked)?.source;
    const from: ValueSource | undefined = picked === '' ? undefined : (source ?? { type: 'fixed', value: picked });
    const next: CarriedValue[] = from ? [...others, { parameter, from }] : others;
    set({ carries: next });
  };
  const parameters = (target.data?.definition.parameters ?? []).filter((p) => p.setBy !== 'nobody');
  const sheets = target.data?.definition.sheets ?? [];
  const orphans = target.data ? carried.filter((c) => !parameters.some((p) => p.name === c.parameter)) : [];
  const drawn = view?.bands.flatMap((b) => b.charts).find((c) => c.id === element.id);
  const tryIt = drawn?.action ?? drawn?.marks.find((m) => m.action)?.action;
  return (
    <Box>
      <Sentence>
        Clicking {!chart && 'it '}
        {chart && (
          <Blank
            label="What is clicked"
            tone="link"
            choices={[
              { value: 'mark', label: 'a mark' },
              { value: 'whole', label: 'anywhere in the chart' },
            ]}
            onPick={(v) => set({ whole: v === 'whole' })}
          >
            {isWhole ? 'anywhere in the chart' : 'a mark'}
          </Blank>
        )}{' '}
        opens{' '}
        <Blank
          label="Report that opens"
          tone={broken ? 'problem' : 'link'}
          choices={[...choices, { value: '', label: 'nothing' }]}
          onPick={open}
        >
          {published.find((r) => r.id === link.report)?.title ?? 'a report that is gone'}
        </Blank>{' '}
        {sheets.length > 1 && (
          <>
            at{' '}
            <Blank
              label="Sheet that opens"
              tone="link"
              choices={sheets.map((s, i) => ({ value: i === 0 ? '' : s.id, label: `the sheet ${s.name}` }))}
              onPick={(sheet) => set({ sheet: sheet || null })}
            >
              {link.sheet ? `the sheet ${sheets.find((s) => s.id === link.sheet)?.name ?? 'that is gone'}` : `the sheet ${sheets[0].name}`}
            </Blank>{' '}
          </>
        )}
        <Blank label="Where it opens" tone="link" choices={places} onPick={(v) => set({ open: v as Link['open'] })}>
          {places.find((p) => p.value === (link.open ?? 'beside'))!.label}
        </Blank>
        {parameters.length + orphans.length > 0 && ', carrying '}
        {parameters.map((p, i) => {
          const from = carried.find((c) => c.parameter === p.name)?.from;
          const missing = !from && p.required && !p.default;
          const typed = from?.type === 'fixed' ? from.value : '';
          return (
            <span key={p.name}>
              {i > 0 && (i === parameters.length - 1 ? ' and ' : ', ')}
              <b>{p.name}</b> ={' '}
              <Blank
                label={`Value for ${p.name}`}
                tone={missing ? 'problem' : 'link'}
                typed={typed}
                choices={[...sources, { value: '', label: 'nothing' }]}
                onPick={(v) => carry(p.name, v)}
              >
                {missing || from ? wordsOf(from) : 'its default'}
              </Blank>
            </span>
          );
        })}
        {orphans.map((c) => (
          <span key={c.parameter}>
            ,{' '}
            <Blank
              label={`Value for ${c.parameter}`}
              tone="problem"
              choices={[{ value: '', label: 'Stop carrying it' }]}
              onPick={() => carry(c.parameter, '')}
            >{`${c.parameter}, which is gone`}</Blank>
          </span>
        ))}
        .{' '}
        {tryIt && (
          <Button
            size="small"
            sx={{ color: color.link, p: 0, minHeight: 0, verticalAlign: 'baseline' }}
            component="a"
            href={writeAddress({
              steps: [
                {
                  report: tryIt.report,
                  values: tryIt.values,
                  open: 'here',
                  proof: tryIt.proof ?? undefined,
                  sheet: tryIt.sheet ?? undefined,
                },
              ],
              draft: false,
            })}
            target="_blank"
            rel="noopener"
          >
            Try it ↘
          </Button>
        )}
      </Sentence>
      {problems.map((p, i) => (
        <Box key={i} role="alert" sx={{ p: 1, mb: 1, borderRadius: 1, bgcolor: color.problemTint }}>
          {p.message} <b>{p.mends?.join(' ')}</b>
        </Box>
      ))}
    </Box>
  );
}
