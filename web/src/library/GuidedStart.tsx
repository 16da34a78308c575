import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import { compose, countPages, guideReport, type Field, type NewReport, type ReportGoal, type ReportGuide } from '../api/generated';
import { Blank, type Choice } from '../sentence/Blank';
import { Sentence } from '../sentence/Sentence';
import { caption } from '../shell/caption';
import { Message } from '../shell/Message';
import { color } from '../theme/tokens';
import { midSentence } from '../shell/midSentence';

export const goals: { value: ReportGoal; label: string; hint: string }[] = [
  { value: 'howMuch', label: 'How much there is', hint: 'totals for each of something' },
  { value: 'howItChanges', label: 'How it changes', hint: 'over months or years' },
  { value: 'howTheyCompare', label: 'How things compare', hint: 'the largest first, with shares' },
  { value: 'whichRows', label: 'Which rows there are', hint: 'a list' },
];

const periods = ['year', 'quarter', 'month', 'week', 'day'];

/** A new report while it is made from a few sentences: they stand at the left, what they make of real data at the right. */
export function GuidedStart({ goal, from, onClose }: { goal: ReportGoal; from: NewReport; onClose: () => void }) {
  const navigate = useNavigate();
  const [guide, setGuide] = useState<ReportGuide>({ goal });
  const [failure, setFailure] = useState('');
  const draft = useQuery({
    queryKey: ['guided', JSON.stringify(from), JSON.stringify(guide)],
    queryFn: async ({ signal }) => {
      const made = await guideReport({ body: { ...from, guide }, signal });
      // As in Compose, where its pages start is found by itself.
      const { pageCount } = await countPages({ body: { definition: made.definition }, signal });
      return { ...made, view: await compose({ body: { definition: made.definition, pageCount }, signal }) };
    },
    placeholderData: (before) => before,
    gcTime: 0,
  });
  const create = () =>
    api.create({ ...from, guide: draft.data?.guide ?? guide }).then(
      (report) => navigate(`/compose/${report.id}`),
      (error: Error) => setFailure(error.message),
    );
  const page = { width: 595.28, left: 42.52, ...draft.data?.definition.page };
  return (
    <Box
      role="region"
      aria-label="New report"
      onKeyDown={(e) => {
        if (e.key === 'Escape') onClose();
      }}
      sx={{ flex: 1, minWidth: 0, display: 'flex' }}
    >
      <Box sx={{ width: 316, flex: 'none', overflow: 'auto', p: 2.5, bgcolor: color.panel, borderRight: `1px solid ${color.line}` }}>
        <Box component="h2" sx={{ fontSize: 16, m: 0, mb: 1.5 }}>
          What should a reader find out?
        </Box>
        {draft.data && (
          <GuideSentence guide={draft.data.guide} fields={draft.data.definition.datasets?.[0].fields ?? []} onChange={setGuide} />
        )}
        {(failure || draft.error) && (
          <Box role="alert" sx={{ color: color.problem, mb: 1 }}>
            {failure || draft.error?.message}
          </Box>
        )}
        <Box sx={{ color: color.muted, mb: 2 }}>Nothing here is final: everything can be changed in Compose, and taken back.</Box>
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button variant="contained" disabled={!draft.data} onClick={() => void create()}>
            Go on in Compose
          </Button>
          <Button color="inherit" onClick={onClose}>
            Leave it
          </Button>
        </Box>
      </Box>
      <Box sx={{ flex: 1, minWidth: 0, overflow: 'auto', bgcolor: color.desk, p: 3 }} tabIndex={0} role="region" aria-label="First look">
        {draft.isLoading && <Message title="Reading the data…" />}
        {draft.data && (
          <Box
            sx={{
              maxWidth: page.width * 1.2,
              m: '0 auto',
              py: 4,
              bgcolor: color.paper,
              boxShadow: '0 1px 4px rgba(31,42,48,.18)',
              opacity: draft.isPlaceholderData ? 0.6 : 1,
              '& svg': { display: 'block', width: '100%', height: 'auto', overflow: 'visible' },
              '& .mark': { display: 'none' },
            }}
            style={{ paddingLeft: `${(page.left / page.width) * 100}%`, paddingRight: `${(page.left / page.width) * 100}%` }}
          >
            {draft.data.view.bands.map((band) => (
              <div key={`${band.section}${band.kind}${band.level}`} dangerouslySetInnerHTML={{ __html: band.svg }} />
            ))}
          </Box>
        )}
      </Box>
    </Box>
  );
}

/** “Show the sum of passengers for each route.” */
function GuideSentence({ guide, fields, onChange }: { guide: ReportGuide; fields: Field[]; onChange: (guide: ReportGuide) => void }) {
  const set = (change: Partial<ReportGuide>) => onChange({ ...guide, ...change });
  const shown = fields.filter((f) => !f.hidden);
  const named = (list: Field[]): Choice[] => list.map((f) => ({ value: f.name, label: midSentence(caption(f)) }));
  const name = (value?: string | null) => {
    const field = fields.find((f) => f.name === value);
    return field ? midSentence(caption(field)) : '…';
  };
  const measures = shown.filter((f) => ['whole', 'decimal', 'double'].includes(f.type) && f.kind !== 'key');
  const dates = shown.filter((f) => f.type === 'date' || f.type === 'dateTime');
  const measure = (
    <Blank
      label="What is added up"
      choices={[
        { value: '', label: 'number of rows' },
        ...measures.map((f) => ({ value: f.name, label: `sum of ${midSentence(caption(f))}` })),
      ]}
      onPick={(v) => set({ measure: v })}
    >
      {guide.measure ? `sum of ${name(guide.measure)}` : 'number of rows'}
    </Blank>
  );
  const by = (
    <Blank label="For each" choices={named(shown)} onPick={(v) => set({ by: v })}>
      {name(guide.by)}
    </Blank>
  );
  return (
    <>
      <Sentence>
        They find out{' '}
        <Blank label="Goal" choices={goals} onPick={(v) => set({ goal: v as ReportGoal })}>
          {(goals.find((g) => g.value === guide.goal)?.label ?? '').toLowerCase()}
        </Blank>
        .
      </Sentence>
      {guide.goal === 'howMuch' && (
        <Sentence>
          Show the {measure} for each {by}.
        </Sentence>
      )}
      {guide.goal === 'howTheyCompare' && (
        <Sentence>
          Compare each {by} by the {measure}, the largest first, with its share and its place.
        </Sentence>
      )}
      {guide.goal === 'howItChanges' && (
        <Sentence>
          Show the {measure} for each{' '}
          <Blank label="Period" choices={periods.map((p) => ({ value: p, label: p }))} onPick={(v) => set({ step: v })}>
            {guide.step ?? 'month'}
          </Blank>{' '}
          of{' '}
          <Blank label="Date" choices={named(dates)} onPick={(v) => set({ time: v })}>
            {name(guide.time)}
          </Blank>
          .
        </Sentence>
      )}
      {guide.goal === 'whichRows' && <Sentence>List the rows with their first fields.</Sentence>}
    </>
  );
}
