import Box from '@mui/material/Box';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { times } from '../../../shell/count';
import { useCompose } from '../../store/composeStore';
import { bandName, findElement, type Placed } from '../../document/definition';
import { RowsSource } from '../chart/RowsSource';
import { LinksOf } from '../link/LinkSentence';
import { PanelHead } from '../parts/PanelHead';
import { PlaceSetting } from '../parts/PlaceSetting';
import { RemoveButton } from '../parts/RemoveButton';
import { useTotals } from '../../store/useTotals';
import { WhenSetting } from '../parts/WhenSetting';
import { ChartOfCrosstab } from './ChartOfCrosstab';
import { CrosstabSentence } from './CrosstabSentence';
import { FieldSetting } from './FieldSetting';
import { isCrosstab, type ChangeCrosstab } from '../../document/fields';
import { ShapeSetting } from './ShapeSetting';
import { ValueSetting } from './ValueSetting';
import { midSentence } from '../../../shell/midSentence';

/** A crosstab: its sentence, where it leads, and each of its fields and values. */
export function CrosstabPanel({ placed }: { placed: Placed }) {
  const { definition, view, edit } = useCompose('definition', 'view', 'edit');
  const crosstab = placed.element;
  const { section } = placed;
  const rows = isCrosstab(crosstab) && crosstab.own ? { ...section, dataset: crosstab.own.dataset, columns: [], levels: [] } : section;
  if (!definition || !isCrosstab(crosstab)) return null;
  const set: ChangeCrosstab = (change) =>
    void edit((now) => {
      const newest = findElement(now, crosstab.id)?.element;
      if (!isCrosstab(newest)) return undefined;
      return { type: 'replace', item: { kind: 'element', element: { ...newest, ...change(newest) } } };
    });
  const printed = view?.bands.find((b) => b.section === section.id && b.kind === placed.band && b.level === placed.level)?.printed;
  const where = bandName(section, placed.band, placed.level).toLowerCase();
  return (
    <>
      <PanelHead>{`Crosstab in the ${where}, printed ${Number(printed) === 1 ? 'once' : times(Number(printed ?? 0))}`}</PanelHead>
      <CrosstabSentence
        crosstab={crosstab}
        definition={definition}
        section={rows}
        source={
          <RowsSource
            chart={crosstab}
            definition={definition}
            section={section}
            level={placed.level}
            group={placed.level > 0 ? midSentence(section.levels?.[placed.level - 1]?.name ?? '') : undefined}
            offersAll={false}
            onChange={(change) => 'own' in change && set(() => ({ own: change.own }))}
          />
        }
        onChange={set}
      />
      <Sentence>
        It counts{' '}
        <Blank
          label="Rows that are counted"
          choices={[{ value: '', label: 'every row there' }]}
          typed={crosstab.filter ?? ''}
          expression="row"
          typing="Only rows where…"
          onPick={(filter) => set(() => ({ filter: filter || null }))}
        >
          {crosstab.filter ? `only rows where ${crosstab.filter}` : 'every row there'}
        </Blank>
        .
      </Sentence>
      <LinksOf
        place={{
          id: crosstab.id,
          element: crosstab,
          link: crosstab.link,
          section,
          band: placed.band,
          level: placed.level,
          clicked: 'a cell',
        }}
      />
      <Box sx={{ my: 1 }}>
        <ChartOfCrosstab crosstab={crosstab.id} />
      </Box>
      <Values crosstab={crosstab} definition={definition} section={rows} onChange={set} />
      {(['down', 'across'] as const).flatMap((direction) =>
        (crosstab[direction] ?? []).map((field) => (
          <FieldSetting
            key={field.id}
            field={field}
            direction={direction}
            definition={definition}
            section={rows}
            placed={placed}
            onChange={set}
          />
        )),
      )}
      <ShapeSetting crosstab={crosstab} onChange={set} />
      <WhenSetting element={crosstab} />
      <PlaceSetting element={crosstab} />
      <RemoveButton ids={[crosstab.id]}>Remove the crosstab</RemoveButton>
    </>
  );
}

function Values({ crosstab, definition, section, onChange }: Omit<Parameters<typeof CrosstabSentence>[0], 'source'>) {
  const { spoken } = useTotals(definition, section);
  return crosstab.values.map((value, i) => (
    <ValueSetting
      key={i}
      value={value}
      name={spoken(value.expression)}
      definition={definition}
      section={section}
      onChange={(change) => onChange((now) => ({ values: now.values.map((v, k) => (k === i ? { ...v, ...change } : v)) }))}
    />
  ));
}
