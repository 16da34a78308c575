import Box from '@mui/material/Box';
import type { TotalAsks, TotalForm, TotalRule } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { caption } from '../../../shell/caption';
import { useCompose } from '../../store/composeStore';
import { bandName, findColumn, offeredFields, words, type Placed } from '../../document/definition';
import { useFieldNames } from '../../store/useFieldNames';
import { AddTotals } from '../parts/AddTotals';
import { calculatedRows, lineGroups, lineName } from '../../document/lineNames';
import { LinkSentence } from '../link/LinkSentence';
import { PanelHead } from '../parts/PanelHead';
import { numberPatterns, patternWords, patternExample } from '../../document/patterns';
import { RemoveButton } from '../parts/RemoveButton';
import { StyleSetting } from '../parts/StyleSetting';
import { formWords, pageForms, totalForms } from '../../document/totalForms';
import { useTotals } from '../../store/useAggregates';
import { WhenSetting } from '../parts/WhenSetting';
import { midSentence } from '../../../shell/midSentence';

/** A field alone is said by its name; of anything longer, the heading says more. */
const isPlain = (expression: string) => /^("[^"]*"|[\p{L}_][\p{L}\p{N}_]*)$/u.test(expression);

const asksFor = (asks?: TotalAsks) => (asks === 'weight' || asks === 'divisor' || asks === 'base' ? asks : undefined);

const ruleWords = { none: 'no rule', single: 'a single rule', double: 'a double rule' };

const RuleBlank = ({ label, rule, onPick }: { label: string; rule?: TotalRule; onPick: (rule: TotalRule) => void }) => (
  <Blank
    label={label}
    choices={Object.entries(ruleWords).map(([value, words]) => ({ value, label: words }))}
    onPick={(v) => onPick(v as TotalRule)}
  >
    {ruleWords[rule ?? 'none']}
  </Blank>
);

/** A subtotal in a header or footer: of what, over which rows, in which relation to others. */
export function TotalPanel({ placed }: { placed: Placed }) {
  const total = placed.element;
  const { definition, view, setElement } = useCompose('definition', 'view', 'setElement');
  const totals = useTotals();
  const written = useFieldNames();
  if (!definition || total.type !== 'total') return null;
  const { section, band, level } = placed;
  const levels = section.levels ?? [];
  const calculated = calculatedRows(section).find((p) => p.elements?.some((e) => e.id === total.id))?.calculated;
  const column = findColumn(definition, total.column);
  const aggregate = total.aggregate ?? 'sum';
  const kind = totals.find((a) => a.name === aggregate);
  const onPage = band === 'pageHeader' ? 'header' : band === 'pageFooter' ? 'footer' : undefined;
  // A year before is known where a level is one of dates.
  const dates = offeredFields(definition, section).filter((f) => f.type === 'date' || f.type === 'dateTime');
  const dated = levels.slice(0, level).some((l) => dates.some((f) => l.by.includes(f.name)));
  const forms = onPage
    ? pageForms(onPage === 'header', levels)
    : totalForms({ own: levels[level - 1]?.name, around: levels[level - 2]?.name, dated });
  const form = total.as === 'runningInAround' && onPage ? `${total.as} ${total.within ?? levels[0]?.id}` : (total.as ?? 'value');
  const numbers = offeredFields(definition, section).filter((f) => ['whole', 'decimal', 'double'].includes(f.type));
  const isShare = ['shareOfAround', 'shareOfAll', 'growth', 'growthOnYear'].includes(total.as ?? 'value');
  const usual = isShare ? 'as a share, 12.3%' : ['rank', 'rankInAround'].includes(total.as ?? 'value') ? 'as a place' : 'as its column is';
  const set = (change: Partial<typeof total>) => void setElement(total.id, change as Partial<typeof total>);
  const offered = totals.filter((a) => a.name !== 'averageOfGroups' || (!onPage && level < levels.length));
  return (
    <>
      <PanelHead>{`Subtotal in the ${bandName(section, band, level).toLowerCase()}`}</PanelHead>
      <Sentence>
        Show the{' '}
        <Blank
          label="Kind of total"
          choices={offered.map((a) => ({ value: a.name, label: a.noun }))}
          onPick={(name) => {
            const asks = totals.find((a) => a.name === name)?.asks;
            const by = asksFor(asks) ? (total.by ?? (numbers[0] && written(numbers[0].name))) : null;
            set({ aggregate: name, by, fraction: asks === 'fraction' ? (total.fraction ?? 0.9) : null });
          }}
        >
          {kind?.noun ?? aggregate}
        </Blank>{' '}
        {kind?.asks === 'fraction' && (
          <>
            at{' '}
            <Blank
              label="Percentile"
              choices={['5', '10', '25', '75', '90', '95', '99'].map((n) => ({ value: n, label: `${n}%` }))}
              typed={String(Math.round((total.fraction ?? 0.5) * 1000) / 10)}
              typing="Another one, %…"
              onPick={(v) => {
                const percent = Number(v.replace(',', '.').replace('%', ''));
                if (percent >= 0 && percent <= 100) set({ fraction: percent / 100 });
              }}
            >
              {`${Math.round((total.fraction ?? 0.5) * 1000) / 10}%`}
            </Blank>{' '}
          </>
        )}
        of <b>{column ? (isPlain(column.expression) ? words(definition, column.expression, section) : column.heading) : '?'}</b>
        {kind && asksFor(kind.asks) && (
          <>
            {{ weight: ' weighted by ', divisor: ' divided by that of ', base: ' from that of ' }[asksFor(kind.asks)!]}
            <Blank
              label={{ weight: 'Weight', divisor: 'Divisor', base: 'Base' }[asksFor(kind.asks)!]}
              expression="row"
              typed={total.by ?? ''}
              choices={numbers.map((f) => ({ value: written(f.name), label: midSentence(caption(f)) }))}
              tone={total.by ? 'main' : 'problem'}
              onPick={(by) => set({ by: by.trim() || null })}
            >
              {total.by ? words(definition, total.by, section) : '…'}
            </Blank>
          </>
        )}{' '}
        over{' '}
        <Blank
          label="Which rows"
          expression="row"
          typed={total.where ?? ''}
          typing="Only those where a condition holds…"
          choices={[{ value: '', label: 'all rows' }]}
          onPick={(where) => set({ where: where.trim() || null })}
        >
          {total.where ? `the rows where ${total.where}` : 'all rows'}
        </Blank>{' '}
        of{' '}
        {calculated
          ? `the lines of “${calculated.name}”`
          : onPage
            ? total.as && total.as !== 'value'
              ? 'the pages'
              : 'the page'
            : level
              ? `the ${midSentence(levels[level - 1].name)}`
              : 'the report'}
        {forms.length > 1 && (
          <>
            ,{' '}
            <Blank
              label="Shown as"
              choices={forms}
              onPick={(picked) => {
                const [as, within = null] = picked.split(' ');
                set({ as: as as TotalForm, within });
              }}
            >
              {formWords(form, forms)}
            </Blank>
          </>
        )}
        , written{' '}
        <Blank
          label="Pattern"
          example={patternExample}
          choices={[{ value: '', label: usual }, ...numberPatterns]}
          typed={total.pattern ?? ''}
          typing="Another pattern…"
          onPick={(pattern) => set({ pattern: pattern.trim() || null })}
        >
          {total.pattern ? `as ${patternWords(total.pattern)}` : usual}
        </Blank>
        {!onPage && levels.length > 0 && (
          <>
            , shown{' '}
            <Blank
              label="Formula over lines"
              choices={[
                { value: '', label: 'as it is' },
                ...lineGroups(section, view?.vantage)
                  .slice(0, 12)
                  .map((g) => ({ value: `this / ${lineName(g)}`, label: `divided by ${g}` })),
              ]}
              typed={total.formula ?? ''}
              typing="Another formula over lines…"
              example="this / Revenue"
              onPick={(formula) => set({ formula: formula.trim() || null })}
            >
              {total.formula ? `as ${total.formula}` : 'as it is'}
            </Blank>
          </>
        )}
        .
      </Sentence>
      <Sentence>
        It has <RuleBlank label="Rule above" rule={total.above} onPick={(above) => set({ above })} /> above it and{' '}
        <RuleBlank label="Rule below" rule={total.below} onPick={(below) => set({ below })} /> below it.
      </Sentence>
      {!onPage && <Box sx={{ mb: 1.5 }}>{column && <AddTotals column={column.id} aggregate={aggregate} />}</Box>}
      <LinkSentence placed={placed} />
      <WhenSetting element={total} />
      <StyleSetting element={total} />
      <RemoveButton ids={[total.id]}>Remove the subtotal</RemoveButton>
    </>
  );
}
