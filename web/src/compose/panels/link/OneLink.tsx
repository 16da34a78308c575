import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { listReportsOptions } from '../../../api/generated/@tanstack/react-query.gen';
import { api } from '../../../api/client';
import type { CarriedValue, Link, Parameter, ReportDefinition, Section, ValueSource } from '../../../api/generated';
import { Blank, type Choice } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { color } from '../../../theme/tokens';
import { useHasRanges } from '../../document/choices';
import { allSections } from '../../document/definition';
import { kindOf } from '../../kinds';
import { useCompose } from '../../store/composeStore';
import { useFieldNames } from '../../store/useFieldNames';
import { keyOf, namesIn, sourcesAt, wordsOf, type LinkPlace } from '../../store/linkPlace';
import { midSentence } from '../../../shell/midSentence';
import { toldApart } from '../../../shell/twins';

const places = [
  { value: 'beside', label: 'beside this report' },
  { value: 'here', label: 'in its place' },
  { value: 'newTab', label: 'in a new tab' },
];

/** Stands for this report, and for a web address, among the reports that can open. */
export const thisReport = '~this';
export const webAddress = '~web';

/** What can open: published reports, this one, a web address. */
export function useTargets(): Choice[] {
  const reports = useQuery({ ...listReportsOptions(), staleTime: 10_000 });
  const published = (reports.data ?? []).filter((r) => r.published !== null);
  return [
    { value: thisReport, label: 'Another part of this report', hint: 'a sheet, a group, or narrowed to what was clicked' },
    ...published.map((r) => ({ value: r.id, label: r.title, hint: toldApart(r, published) ?? r.description ?? undefined })),
    { value: webAddress, label: 'A web address', hint: 'in a new tab' },
  ];
}

interface Props {
  place: LinkPlace;
  link: Link;
  /** Its place among those beside one another. */
  index: number;
  /** True if it is one of several. */
  several: boolean;
  onChange: (change: Partial<Link>) => void;
  /** Another target, or none for an empty one. */
  onTarget: (report: string) => void;
}

/** What one click does: what opens and where, and which value goes to which parameter. Of a chart, its marks are clicked. */
export function OneLink({ place, link, index, several, onChange, onTarget }: Props) {
  const { definition, edit } = useCompose('definition', 'edit');
  const targets = useTargets();
  const written = useFieldNames();
  const hasRanges = useHasRanges();
  const isWeb = link.address != null;
  const isOwn = !isWeb && link.report === '';
  const target = useQuery({
    queryKey: ['report', link.report],
    queryFn: () => api.report(link.report),
    enabled: !isWeb && !isOwn,
    retry: false,
  });
  if (!definition) return null;
  const { chart } = place;
  const isWhole = link.whole === true;
  const sources = sourcesAt(place, definition, isWhole, written, hasRanges);
  const opened: ReportDefinition | undefined = isOwn ? definition : target.data?.definition;
  const parameters: Pick<Parameter, 'name' | 'required' | 'default'>[] = isWeb
    ? namesIn(link.address ?? '').map((name) => ({ name }))
    : (opened?.parameters ?? []).filter((p) => p.setBy !== 'nobody');
  const carried = link.carries ?? [];
  const orphans = isWeb || opened ? carried.filter((c) => !parameters.some((p) => p.name === c.parameter)) : [];
  const sheets = opened?.sheets ?? [];
  const carry = (parameter: string, picked: string) => {
    const others = carried.filter((c) => c.parameter !== parameter);
    const source = sources.find((s) => s.value === picked)?.source;
    const from: ValueSource | undefined = picked === '' ? undefined : (source ?? { type: 'fixed', value: picked });
    const next: CarriedValue[] = from ? [...others, { parameter, from }] : others;
    onChange({ carries: next });
  };
  const broken = !isWeb && !isOwn && target.isError;
  return (
    <Sentence>
      Clicking {chart ? '' : `${place.clicked ?? 'it'} `}
      {chart && (
        <Blank
          label="What is clicked"
          tone="link"
          choices={[
            { value: 'mark', label: 'a mark' },
            { value: 'whole', label: 'anywhere in the chart' },
          ]}
          onPick={(v) => onChange({ whole: v === 'whole' })}
        >
          {isWhole ? 'anywhere in the chart' : 'a mark'}
        </Blank>
      )}{' '}
      opens{' '}
      <Blank
        label="Report that opens"
        tone={broken ? 'problem' : 'link'}
        choices={[...targets, { value: '', label: 'nothing' }]}
        onPick={onTarget}
      >
        {isWeb ? 'a web address' : isOwn ? 'this report' : (target.data?.definition.title ?? (broken ? 'a report that is gone' : '…'))}
      </Blank>{' '}
      {isWeb && (
        <Blank label="Address" tone="link" typed={link.address ?? ''} onPick={(v) => onChange({ address: v.trim() })}>
          {link.address || 'no address yet'}
        </Blank>
      )}
      {sheets.length > 1 && (
        <>
          at{' '}
          <Blank
            label="Sheet that opens"
            tone="link"
            choices={sheets.map((s, i) => ({ value: i === 0 && !isOwn ? '' : s.id, label: `the sheet ${s.name}` }))}
            onPick={(sheet) => onChange({ sheet: sheet || null })}
          >
            {link.sheet
              ? `the sheet ${sheets.find((s) => s.id === link.sheet)?.name ?? 'that is gone'}`
              : isOwn
                ? 'the same sheet'
                : `the sheet ${sheets[0].name}`}
          </Blank>{' '}
        </>
      )}
      {isOwn && (
        <>
          <GroupBlank definition={definition} link={link} sources={sources} onChange={onChange} />
          {', '}
          <Blank
            label="Narrowed or not"
            tone="link"
            choices={[
              { value: '', label: 'with the values as they are' },
              {
                value: 'narrowed',
                label: 'narrowed to what was clicked',
                hint: 'a parameter and a condition are made where there are none',
              },
            ]}
            onPick={(v) =>
              v
                ? void edit({ type: 'narrowLink', element: place.id, section: place.section.id, index })
                : onChange({ carries: carried.filter((c) => !isClicked(c.from)) })
            }
          >
            {carried.some((c) => isClicked(c.from)) ? 'narrowed to what was clicked' : 'with the values as they are'}
          </Blank>
        </>
      )}
      {!isWeb && !isOwn && (
        <Blank label="Where it opens" tone="link" choices={places} onPick={(v) => onChange({ open: v as Link['open'] })}>
          {places.find((p) => p.value === (link.open ?? 'beside'))!.label}
        </Blank>
      )}
      {parameters.length + orphans.length > 0 && ', carrying '}
      {parameters.map((p, i) => {
        const from = carried.find((c) => c.parameter === p.name)?.from;
        const missing = !from && (isWeb || (!isOwn && p.required && !p.default));
        return (
          <span key={p.name}>
            {i > 0 && (i === parameters.length - 1 ? ' and ' : ', ')}
            <b>{p.name}</b> ={' '}
            <Blank
              label={`Value for ${p.name}`}
              tone={missing ? 'problem' : 'link'}
              typed={from?.type === 'fixed' ? from.value : ''}
              typing="Write a fixed value…"
              choices={[...sources, { value: '', label: 'nothing' }]}
              onPick={(v) => carry(p.name, v)}
            >
              {missing || from ? wordsOf(from, sources) : isOwn ? 'as it is' : 'its default'}
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
      {several && (
        <>
          Readers choose it as{' '}
          <Blank label="Name of the link" tone="link" typed={link.name ?? ''} onPick={(v) => onChange({ name: v.trim() || null })}>
            {link.name || 'what opens'}
          </Blank>
          .{' '}
        </>
      )}
      {opened && !isOwn && <AddsUpBlank definition={opened} link={link} onChange={onChange} />}
    </Sentence>
  );
}

/** Whether a value comes from what is clicked, and not from the report as a whole. */
const isClicked = (from: ValueSource) => from.type !== 'fixed' && from.type !== 'parameter';

/** The group or the list of this report that is gone to. */
function GroupBlank({
  definition,
  link,
  sources,
  onChange,
}: {
  definition: ReportDefinition;
  link: Link;
  sources: ReturnType<typeof sourcesAt>;
  onChange: (change: Partial<Link>) => void;
}) {
  const keys = sources.filter((s) => s.source.type !== 'parameter');
  const levels = allSections(definition).flatMap((s) => s.levels ?? []);
  const lists = (definition.sheets ?? []).flatMap((s) => (s.sections ?? []).map((list) => ({ list, sheet: s })));
  const choices = [
    ...levels.flatMap((l) => keys.map((k) => ({ value: `${l.id}\n${k.value}`, label: `the ${l.name} of ${k.label}` }))),
    ...(lists.length > 1
      ? lists.map(({ list, sheet }) => ({ value: `${list.id}\n`, label: listWords(definition, list), hint: `on the sheet ${sheet.name}` }))
      : []),
  ];
  if (choices.length === 0) return null;
  const now = link.group && `${link.group.level}\n${keyOf(link.group.key)}`;
  return (
    <>
      at{' '}
      <Blank
        label="Group that is gone to"
        tone="link"
        choices={[{ value: '', label: 'the same place' }, ...choices]}
        onPick={(v) => {
          const [level, key] = v.split('\n');
          const source: ValueSource | undefined = key === '' ? { type: 'fixed', value: '' } : keys.find((k) => k.value === key)?.source;
          onChange({ group: source ? { level, key: source } : null });
        }}
      >
        {now ? (choices.find((c) => c.value === now)?.label ?? 'a group that is gone') : 'the same place'}
      </Blank>
    </>
  );
}

const listWords = (definition: ReportDefinition, list: Section) =>
  `the list of ${midSentence(definition.datasets?.find((d) => d.id === list.dataset)?.name ?? 'rows')}`;

/** Which number of the target must equal what is clicked. */
function AddsUpBlank({
  definition,
  link,
  onChange,
}: {
  definition: ReportDefinition;
  link: Link;
  onChange: (change: Partial<Link>) => void;
}) {
  const totals = allSections(definition)
    .flatMap((s) => [s.reportHeader, s.reportFooter])
    .flatMap((b) => b?.parts ?? [])
    .flatMap((p) => p.elements ?? [])
    .filter((e) => e.type === 'total' || (e.type === 'text' && e.text.includes('{{')));
  const choices = [
    { value: '', label: 'its total of the same, or else its number of rows' },
    ...totals.map((e) => ({ value: e.id, label: kindOf(e).name(e, definition).trim() })),
    { value: '~other', label: 'nothing: it shows another measure' },
  ];
  const now = link.otherMeasure ? '~other' : (link.addsUpTo ?? '');
  return (
    <>
      What is clicked equals{' '}
      <Blank
        label="What it adds up to"
        tone="link"
        choices={choices}
        onPick={(v) => onChange({ otherMeasure: v === '~other', addsUpTo: v && v !== '~other' ? v : null })}
      >
        {choices.find((c) => c.value === now)?.label ?? 'a total that is gone'}
      </Blank>{' '}
      there.
    </>
  );
}

export function LinkProblems({ id }: { id: string }) {
  const { view } = useCompose('view');
  const problems = (view?.problems ?? []).filter((p) => p.place === id && p.property === 'link');
  return problems.map((p, i) => (
    <Box key={i} role="alert" sx={{ p: 1, mb: 1, borderRadius: 1, bgcolor: color.problemTint }}>
      {p.message} <b>{p.mends?.join(' ')}</b>
    </Box>
  ));
}
