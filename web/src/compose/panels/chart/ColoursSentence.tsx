import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ElementChartElement, ReportDefinition } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { ColourBlank, Swatch, Swatches } from '../../../sentence/ColourBlank';
import { Sentence } from '../../../sentence/Sentence';
import { TextSetting } from '../../../sentence/TextSetting';
import { color } from '../../../theme/tokens';
import { useChartChoices, useKeptLooks, type ChangeChart } from '../../document/choices';
import { useKeeping } from '../../document/keeping';
import { PickBlank } from '../parts/PickBlank';
import { useTiedColors } from '../../store/tiedColors';

const hex = /^#[0-9a-f]{6}$/i;
const listOf = (text: string) => text.split(/[\s,;]+/).filter(Boolean);

/** Where a chart's colours come from: a palette, a list of one's own, an expression, and values that always have the same one. */
export function ColoursSentence({
  chart,
  definition,
  onChange,
}: {
  chart: ElementChartElement;
  definition: ReportDefinition;
  onChange: ChangeChart;
}) {
  const { palettes } = useChartChoices();
  const kept = useKeptLooks().palettes;
  const keeping = useKeeping();
  const tied = useTiedColors();
  const palette = palettes.find((p) => p.id === (chart.palette ?? 'firth'));
  const own = chart.colors ?? [];
  const colors = own.length ? own : (palette?.colors ?? []);
  const mine = own.length ? kept.find((p) => p.colors.join() === own.join()) : undefined;
  const others = (definition.colors ?? []).filter((c) => c.of === chart.category.by || c.of === chart.series?.by);
  return (
    <>
      <Sentence>
        Colours come from{' '}
        <Blank
          label="Palette"
          choices={[
            ...palettes.map((p) => ({ value: p.id, label: p.name })),
            ...kept.map((p) => ({ value: `own ${p.name}`, label: p.name, hint: 'kept here' })),
          ]}
          onPick={(id) => {
            const one = kept.find((p) => `own ${p.name}` === id);
            onChange(one ? { colors: one.colors } : { palette: id === 'firth' ? null : id, colors: [] });
          }}
        >
          {mine?.name ?? (own.length ? 'a list of my own' : (palette?.name ?? 'Firth'))}
        </Blank>
        , one for each{' '}
        <PickBlank
          label="One colour for each"
          list={[
            { value: 'series', label: 'series' },
            { value: 'category', label: 'category, where there is one series' },
          ]}
          value={chart.colorful ? 'category' : 'series'}
          onPick={(v) => onChange({ colorful: v === 'category' })}
        />
        ,{' '}
        <Blank
          label="Colour by an expression"
          choices={[{ value: '', label: 'whatever its value' }]}
          typed={chart.colorBy ?? `CASE WHEN ${chart.values[0].expression} < 0 THEN '#64271F' END`}
          expression="group"
          typing="As an expression says…"
          onPick={(text) => onChange({ colorBy: text || null })}
        >
          {chart.colorBy ? `but as ${chart.colorBy} says` : 'whatever its value'}
        </Blank>
        .
      </Sentence>
      <Swatches colors={colors} />
      <TextSetting
        label="Own colours, in turn"
        value={own.join(' ')}
        placeholder="#0B5D5B #8FBEE0 …"
        onCommit={(text) => {
          if (listOf(text).every((c) => hex.test(c)) && listOf(text).length <= 32) onChange({ colors: listOf(text) });
        }}
      />
      <Sentence>
        <ColourBlank
          label="One more colour"
          none="Add a colour"
          colors={colors}
          onPick={(picked) => picked && onChange({ colors: [...(own.length ? own : []), picked].slice(0, 32) })}
        />
        {own.length > 0 && (
          <>
            , or{' '}
            <Blank
              label="Name of the palette"
              typed={mine?.name ?? ''}
              onPick={(name) => name.trim() && void keeping.keepPalette(name, own)}
            >
              keep them by a name
            </Blank>
          </>
        )}
        {mine && (
          <>
            {' '}
            (
            <Button size="small" color="inherit" sx={{ p: 0, minWidth: 0 }} onClick={() => void keeping.removePalette(mine.name)}>
              forget {mine.name}
            </Button>
            )
          </>
        )}
        .
      </Sentence>
      {mine?.alike && (
        <Box role="note" sx={{ color: color.muted, fontSize: 12 }}>
          <Swatch of={mine.alike[0]} /> and <Swatch of={mine.alike[1]} /> are hard to tell apart for some readers.
        </Box>
      )}
      {others.length > 0 && (
        <Sentence>
          In every chart of this report{' '}
          {others.map((c, i) => (
            <span key={`${c.of} ${c.value}`}>
              {i > 0 && ', '}
              {c.value || '(empty)'} is{' '}
              <ColourBlank
                label={`Colour of ${c.value} everywhere`}
                value={c.color}
                none="as each chart has it"
                colors={colors}
                onPick={(picked) => tied.set(c.of, c.value, picked)}
              />
            </span>
          ))}
          .
        </Sentence>
      )}
      {keeping.failure && (
        <Box role="alert" sx={{ p: 1, borderRadius: 1, bgcolor: color.problemTint }}>
          {keeping.failure}
        </Box>
      )}
    </>
  );
}
