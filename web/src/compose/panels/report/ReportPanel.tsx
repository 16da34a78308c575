import Button from '@mui/material/Button';
import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { AmountUnit } from '../../../api/generated';
import { FilterSentence } from '../../../data/rows/FilterSentence';
import { fromApi, type Condition } from '../../../data/document/types';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { useCompose } from '../../store/composeStore';
import { ExplainReport } from '../../history/ExplainReport';
import { ReportHistory } from '../../history/ReportHistory';
import { useFieldNames } from '../../store/useFieldNames';
import { useActiveSection } from '../../store/activeSection';
import { directions, offeredFields, words } from '../../document/definition';
import { caption } from '../../../shell/caption';
import { AddList } from '../parts/AddList';
import { monthNames } from '../../document/levelChoices';
import { PageSetting } from './PageSetting';
import { ParentLevels } from './ParentLevels';
import { ParametersSetting } from './ParametersSetting';
import { PromisesSetting } from './PromisesSetting';
import { PanelHead } from '../parts/PanelHead';
import { ReportLookSetting } from './ReportLookSetting';
import { SheetSetting } from './SheetSetting';
import { useAddChart } from '../../store/useAddChart';
import { AddCrosstab } from '../crosstab/AddCrosstab';
import { midSentence } from '../../../shell/midSentence';

/** The report as a whole: which rows it lists, in which order, and what it asks for. */
export function ReportPanel() {
  const { definition, edit, replace, select } = useCompose('definition', 'edit', 'replace', 'select');
  const addChart = useAddChart();
  const written = useFieldNames();
  const section = useActiveSection();
  if (!definition || !section) return null;
  const dataset = definition.datasets?.find((d) => d.id === section.dataset);
  const sort = section.sort?.[0];
  const order = directions(definition, sort?.by ?? '', section);
  const levels = section.levels ?? [];
  const amounts = definition.amounts ?? 'ones';
  return (
    <>
      <PanelHead>Report</PanelHead>
      <Sentence>
        List the rows of <b>{dataset?.name ?? 'nothing'}</b>
        {section.filter && (
          <>
            {' '}
            where{' '}
            <Blank
              label="Expression"
              expression="row"
              typed={section.filter}
              onPick={(filter) => void edit({ type: 'setSection', section: section.id, filter })}
            >
              {section.filter}
            </Blank>
          </>
        )}
        ,
        {levels.length > 0 && (
          <>
            {' '}
            grouped by{' '}
            {levels.map((l, i) => (
              <span key={l.id}>
                {i > 0 && ', then '}
                <Blank
                  label="Level"
                  choices={[{ value: l.id, label: 'Settings of this level' }]}
                  onPick={(id) => select({ kind: 'level', id })}
                >
                  {midSentence(l.name)}
                </Blank>
              </span>
            ))}
            ,
          </>
        )}{' '}
        in order of{' '}
        <Blank
          label="Order"
          expression="row"
          typed={sort?.by ?? ''}
          choices={[
            { value: '', label: 'the data itself' },
            ...offeredFields(definition, section).map((f) => ({ value: written(f.name), label: midSentence(caption(f)) })),
          ]}
          onPick={(by) => void edit({ type: 'setSection', section: section.id, sort: by ? [{ by, descending: sort?.descending }] : [] })}
        >
          {sort ? words(definition, sort.by, section) : 'the data itself'}
        </Blank>
        {sort && (
          <>
            ,{' '}
            <Blank
              label="Direction"
              choices={[
                { value: '', label: order.up },
                { value: 'down', label: order.down },
              ]}
              onPick={(v) => void edit({ type: 'setSection', section: section.id, sort: [{ by: sort.by, descending: v === 'down' }] })}
            >
              {sort.descending ? order.down : order.up}
            </Blank>
          </>
        )}
        .
      </Sentence>
      {dataset && (
        <FilterSentence
          from={section.filter ? 'these' : undefined}
          dataset={{ ...fromApi(dataset), filter: (section.conditions as Condition | null) ?? null, parameters: definition.parameters }}
          onEdit={(next) =>
            void edit({
              type: 'setSection',
              section: section.id,
              conditions: (next.filter ?? { type: 'all', conditions: [] }) as never,
              parameters: next.parameters === definition.parameters ? null : next.parameters,
            })
          }
        />
      )}
      <ParentLevels section={section} />
      <Setting name="Title and description" summary={definition.title}>
        <TextSetting
          label="Title"
          value={definition.title}
          onCommit={(title) => {
            if (title.trim()) void edit({ type: 'renameReport', title });
          }}
        />
        <TextSetting
          label="Description"
          multiline
          value={definition.description ?? ''}
          onCommit={(description) => void replace((now) => ({ ...now, description: description || null }))}
        />
      </Setting>
      <PageSetting />
      <SheetSetting />
      <ReportLookSetting />
      <ParametersSetting />
      <PromisesSetting />
      <Setting
        name="Language and money"
        summary={`${definition.language ?? 'en-GB'}, ${definition.currency ?? 'EUR'}${amounts === 'ones' ? '' : ` in ${amounts}`}`}
      >
        <TextSetting
          label="Language"
          value={definition.language ?? 'en-GB'}
          onCommit={(language) => void replace((now) => ({ ...now, language }))}
        />
        <TextSetting
          label="Time zone"
          value={definition.timeZone ?? 'UTC'}
          onCommit={(timeZone) => void replace((now) => ({ ...now, timeZone }))}
        />
        <TextSetting
          label="Currency"
          value={definition.currency ?? 'EUR'}
          onCommit={(currency) => void replace((now) => ({ ...now, currency }))}
        />
        <TextField
          select
          label="Fiscal years begin in"
          value={definition.fiscalYearStart ?? 1}
          fullWidth
          helperText={definition.fiscalYearStart === 1 ? undefined : 'Rows, crosstabs and charts can be divided by them.'}
          onChange={(e) => void edit({ type: 'setFiscalYear', month: Number(e.target.value) })}
        >
          {monthNames.map((name, i) => (
            <MenuItem key={name} value={i + 1}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Amounts of money are printed"
          value={amounts}
          fullWidth
          helperText={amounts === 'ones' ? undefined : 'Say so in a text: readers see the numbers alone.'}
          onChange={(e) => {
            const unit = e.target.value as AmountUnit;
            void replace((now) => ({ ...now, amounts: unit }));
          }}
        >
          <MenuItem value="ones">in full</MenuItem>
          <MenuItem value="thousands">in thousands</MenuItem>
          <MenuItem value="millions">in millions</MenuItem>
        </TextField>
      </Setting>
      <Box sx={{ mt: 2, display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button variant="outlined" onClick={() => addChart(section.id, 'reportHeader')}>
          Add a chart of all rows
        </Button>
        <AddCrosstab section={section} band="reportHeader">
          Add a crosstab of all rows
        </AddCrosstab>
        <AddCrosstab section={section} band="reportHeader" onSheet>
          A crosstab on a new sheet
        </AddCrosstab>
        <AddList words="Add a list below" place={{ place: 'below', section: section.id }} />
        <AddList words="Beside" place={{ place: 'beside', section: section.id }} />
        <AddList words="On a new sheet" place={{ place: 'sheet', section: section.id }} />
        <ExplainReport />
        <ReportHistory />
      </Box>
      <Box sx={{ mt: 1.5, color: 'text.secondary' }}>
        Select anything on the page to change it. Drag a field onto a band, or choose a place for it with Enter.
      </Box>
    </>
  );
}
