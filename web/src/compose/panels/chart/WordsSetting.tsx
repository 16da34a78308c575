import Button from '@mui/material/Button';
import type { ChartText, ChartWording, ElementChartElement, ReportDefinition, Section } from '../../../api/generated';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { useCompose } from '../../store/composeStore';
import { words } from '../../document/definition';
import type { ChangeChart } from '../../document/choices';
import { partNames, textOf, type TextPart } from '../../document/parts';
import { FontBlanks } from './TextSentence';

/** The texts around a chart. Values and parameters can stand in them, in braces. */
export function WordsSetting({
  chart,
  definition,
  section,
  onChange,
}: {
  chart: ElementChartElement;
  definition: ReportDefinition;
  section: Section;
  onChange: ChangeChart;
}) {
  const { select } = useCompose.getState();
  const said = chart.words ?? {};
  const set = (change: Partial<ChartWording>) => onChange({ words: { ...said, ...change } });
  const automatic: Record<TextPart, string> = {
    title: 'a short one is made',
    subtitle: 'none',
    categoryTitle: words(definition, chart.category.by, section),
    valueTitle: 'none',
    rightTitle: 'none',
    note: 'none',
  };
  const isThere = (text?: ChartText) => Boolean(text?.text) && text?.shown !== 'never';
  const summary = [
    said.title?.shown === 'never' ? 'no title' : 'title',
    isThere(said.subtitle) && 'subtitle',
    isThere(said.note) && 'note',
    isThere(said.value) && 'value axis',
  ];
  return (
    <Setting name="Words" summary={summary.filter(Boolean).join(', ')}>
      {(Object.keys(automatic) as TextPart[]).map((part) => {
        const { text, change } = textOf(chart, part);
        return (
          <div key={part} style={{ display: 'flex', alignItems: 'center', gap: 4 }}>
            <TextSetting
              label={partNames[part]}
              value={text.text ?? ''}
              placeholder={text.shown === 'never' ? 'never printed' : automatic[part]}
              onCommit={(v) =>
                onChange(change({ ...text, text: v || null, shown: v && text.shown === 'never' ? 'automatic' : text.shown }))
              }
            />
            <Button
              size="small"
              color="inherit"
              sx={{ minWidth: 0 }}
              aria-label={`Place and font of the ${partNames[part].toLowerCase()}`}
              onClick={() => select({ kind: 'element', id: chart.id, part })}
            >
              …
            </Button>
          </div>
        );
      })}
      <Sentence>
        All other words are in{' '}
        <FontBlanks name="Other words" style={said.small ?? {}} onChange={(style) => set({ small: { ...said.small, ...style } })} />.
      </Sentence>
    </Setting>
  );
}
