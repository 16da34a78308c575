import type { ChartWording, ElementChartElement, ReportDefinition, Section } from '../../../api/generated';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { words } from '../../definition';
import { aligns, type ChangeChart } from './choices';
import { PickBlank } from './PickBlank';

/** The texts around a chart. Values and parameters can stand in them, in braces. */
export function WordsSetting({
  chart,
  definition,
  section,
  wanted,
  onChange,
}: {
  chart: ElementChartElement;
  definition: ReportDefinition;
  section: Section;
  wanted: boolean;
  onChange: ChangeChart;
}) {
  const said = chart.words ?? {};
  const set = (change: Partial<ChartWording>) => onChange({ words: { ...said, ...change } });
  const summary = [said.title === '' ? 'no title' : 'title', said.subtitle && 'subtitle', said.note && 'note', said.value && 'value axis'];
  return (
    <Setting name="Words" summary={summary.filter(Boolean).join(', ')} wanted={wanted}>
      <TextSetting
        label="Title"
        value={said.title ?? ''}
        placeholder="a short one is made"
        onCommit={(title) => set({ title: title || null })}
      />
      <TextSetting label="Subtitle" value={said.subtitle ?? ''} placeholder="none" onCommit={(v) => set({ subtitle: v || null })} />
      <TextSetting
        label="Category axis title"
        value={said.category ?? ''}
        placeholder={said.category === '' ? 'none' : words(definition, chart.category.by, section)}
        onCommit={(v) => set({ category: v })}
      />
      <TextSetting label="Value axis title" value={said.value ?? ''} placeholder="none" onCommit={(v) => set({ value: v || null })} />
      <TextSetting label="Right axis title" value={said.right ?? ''} placeholder="none" onCommit={(v) => set({ right: v || null })} />
      <TextSetting label="Note below" value={said.note ?? ''} placeholder="none" onCommit={(v) => set({ note: v || null })} />
      <Sentence>
        The title{' '}
        {said.title === '' ? (
          'is left away'
        ) : (
          <>
            stands <PickBlank label="Side of the title" list={aligns} value={said.align ?? 'centre'} onPick={(align) => set({ align })} />
          </>
        )}
        , and is{' '}
        <PickBlank
          label="Title shown"
          list={[
            { value: 'shown', label: 'shown' },
            { value: 'never', label: 'never shown' },
          ]}
          value={said.title === '' ? 'never' : 'shown'}
          onPick={(v) => set({ title: v === 'never' ? '' : null })}
        />
        .
      </Sentence>
    </Setting>
  );
}
