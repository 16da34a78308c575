import Box from '@mui/material/Box';
import { useState } from 'react';
import type { ElementChartElement, LookPart, ReportDefinition } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../store/composeStore';
import { allElements, isChart } from '../../document/definition';
import { lookParts, useKeptLooks } from '../../document/choices';
import { useKeeping } from '../../document/keeping';
import { PickBlank } from '../parts/PickBlank';

/** Gives this chart the look of another one or a kept one, or its look to others; all of it, or a part. */
export function KeptLooksSentence({ chart, definition }: { chart: ElementChartElement; definition: ReportDefinition }) {
  const { edit } = useCompose('edit');
  const { looks } = useKeptLooks();
  const keeping = useKeeping();
  const [part, setPart] = useState<'' | LookPart>('');
  const parts = part ? [part] : [];
  const others = allElements(definition)
    .map((p) => p.element)
    .filter(isChart)
    .filter((c) => c.id !== chart.id);
  const named = (c: ElementChartElement, i: number) => c.words?.title?.text || `chart ${i + 1}`;
  const standard = looks.find((l) => l.isDefault);
  return (
    <>
      <Sentence>
        Take <PickBlank label="What is carried" list={lookParts} value={part} onPick={setPart} />{' '}
        <Blank
          label="Carry the look"
          choices={[
            ...(others.length
              ? [{ value: 'all', label: 'to all other charts of this report' }]
              : [{ value: 'none', label: 'The report has no other chart', disabled: true }]),
            ...others.map((c, i) => ({ value: `to ${c.id}`, label: `to ${named(c, i)}` })),
            ...others.map((c, i) => ({ value: `from ${c.id}`, label: `from ${named(c, i)}` })),
            ...looks.map((l) => ({ value: `kept ${l.name}`, label: `from ${l.name}`, hint: l.isDefault ? 'new charts begin so' : 'kept' })),
          ]}
          onPick={(v) => {
            const [way] = v.split(' ', 1);
            const id = v.slice(way.length + 1);
            const kept = looks.find((l) => l.name === id);
            if (way === 'all') void edit({ type: 'carryLook', from: chart.id, to: [], parts });
            else if (way === 'to') void edit({ type: 'carryLook', from: chart.id, to: [id], parts });
            else if (way === 'from') void edit({ type: 'carryLook', from: id, to: [chart.id], parts });
            else if (kept) void edit({ type: 'carryLook', look: kept.look, to: [chart.id], parts });
          }}
        >
          to another chart…
        </Blank>
        , or{' '}
        <Blank label="Name of the look" typed="" onPick={(name) => name.trim() && void keeping.keepLook(name, chart, false)}>
          keep it by a name
        </Blank>
        . New charts begin with{' '}
        <Blank
          label="Look of new charts"
          choices={[
            { value: 'usual', label: 'the usual look' },
            { value: 'this', label: 'the look of this chart' },
          ]}
          onPick={(v) =>
            void (v === 'this'
              ? keeping.keepLook(standard?.name ?? 'New charts', chart, true)
              : standard && keeping.removeLook(standard.name))
          }
        >
          {standard ? standard.name : 'the usual look'}
        </Blank>
        {looks.length > 0 && (
          <>
            ;{' '}
            <Blank
              label="Forget a look"
              choices={looks.map((l) => ({ value: l.name, label: l.name }))}
              onPick={(name) => void keeping.removeLook(name)}
            >
              forget one
            </Blank>
          </>
        )}
        .
      </Sentence>
      {keeping.failure && (
        <Box role="alert" sx={{ p: 1, borderRadius: 1, bgcolor: color.problemTint }}>
          {keeping.failure}
        </Box>
      )}
    </>
  );
}
