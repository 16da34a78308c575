import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import type { BandKind, Section } from '../../../api/generated';
import { count, times } from '../../../shell/count';
import { Sentence } from '../../../sentence/Sentence';
import { useCompose } from '../../store/composeStore';
import { bandName } from '../../document/definition';
import { addText } from '../../store/newText';
import { AddCalculatedRow } from '../parts/AddCalculatedRow';
import { AddMore } from './AddMore';
import { PanelHead } from '../parts/PanelHead';
import { PartSentences } from './PartSentences';
import { useAddChart } from '../../store/useAddChart';
import { AddCrosstab } from '../crosstab/AddCrosstab';

/** A band: how often it is printed, and what can be put into it. */
export function BandPanel({ section, band, level }: { section: Section; band: BandKind; level: number }) {
  const { definition, view, edit } = useCompose('definition', 'view', 'edit');
  const addChart = useAddChart();
  if (!definition) return null;
  const shown = view?.bands.find((b) => b.section === section.id && b.kind === band && b.level === level);
  const printed = shown?.printed === null || shown?.printed === undefined ? undefined : Number(shown.printed);
  const pageBand = band === 'pageHeader' || band === 'pageFooter';
  const chartRefusal =
    band === 'detail'
      ? `A chart or a crosstab here would be printed once for each row${printed ? `, ${count(printed, 'time')}` : ''}.`
      : pageBand
        ? 'A page band has no rows that a chart or a crosstab could count.'
        : '';
  const text = pageBand ? 'Page {{ page_number() }} of {{ page_count() }}' : 'New text';
  return (
    <>
      <PanelHead>Band</PanelHead>
      <Sentence>
        <b>{bandName(section, band, level)}</b> {band === 'detail' ? 'are' : 'is'}{' '}
        {printed === 0 ? (
          'never printed'
        ) : (
          <>
            printed <b>{pageBand ? 'on every page' : printed === 1 ? 'once' : times(printed ?? 0)}</b>
          </>
        )}
        .
      </Sentence>
      {band === 'detail' && (
        <FormControlLabel
          sx={{ mb: 1 }}
          control={
            <Switch
              size="small"
              checked={!section.summary}
              onChange={(_, printsRows) => void edit({ type: 'setSection', section: section.id, printsRows })}
            />
          }
          label="Print detail rows"
        />
      )}
      {!(band === 'detail' && section.summary) && <PartSentences section={section} band={band} level={level} />}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button variant="outlined" onClick={() => void addText({ section: section.id, band, level, text })}>
          Add a text
        </Button>
        <Button variant="outlined" disabled={chartRefusal !== ''} onClick={() => addChart(section.id, band, level)}>
          {printed !== undefined && !chartRefusal ? `Add a chart, drawn ${printed === 1 ? 'once' : times(printed)}` : 'Add a chart'}
        </Button>
        <AddCrosstab section={section} band={band} level={level} disabled={chartRefusal !== ''}>
          {printed !== undefined && !chartRefusal ? `Add a crosstab, printed ${printed === 1 ? 'once' : times(printed)}` : 'Add a crosstab'}
        </AddCrosstab>
        {(band === 'groupFooter' || band === 'reportFooter') && <AddCalculatedRow section={section} />}
        <AddMore section={section} band={band} level={level} />
      </Box>
      {chartRefusal && <Box sx={{ mt: 1, color: 'text.secondary' }}>{chartRefusal}</Box>}
      {!pageBand && <Box sx={{ mt: 1, color: 'text.secondary' }}>Or drag a field here from the left.</Box>}
    </>
  );
}
