import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { useEffect, useRef, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api } from '../api/client';
import type { GroupAddress, RunInfo } from '../api/generated';
import { BarButton } from '../shell/BarButton';
import { count } from '../shell/count';
import { ModeSwitch } from '../shell/ModeSwitch';
import { StatusBar } from '../shell/StatusBar';
import { TopBar } from '../shell/TopBar';
import { color } from '../theme/tokens';
import type { LoadChoices } from './ChoiceField';
import { Divider } from './Divider';
import { FindField } from './FindField';
import { FoundList } from './FoundList';
import { readAddress, visible, writeAddress, type Step } from './address';
import { isWebAddress, type MarkTarget } from './linkTargets';
import { Outline } from './Outline';
import { PageField } from './PageField';
import { ParameterStrip } from './ParameterStrip';
import { RelatedList } from './RelatedList';
import { RunPane } from './RunPane';
import { SheetChoice } from './SheetChoice';
import { sheetOf } from './sheets';
import { Trail } from './Trail';
import { useFind } from './useFind';
import { useRun } from './useRun';

/** Reading: parameters above, the trail under them, the outline at the left, pages in the middle, the drilled-down report beside. */
export function ReadPage() {
  const { id = '' } = useParams();
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const { steps, draft } = readAddress(id, search);
  const shown = visible(steps);
  const [left, right] = [steps[shown[0]], shown.length > 1 ? steps[shown[1]] : undefined];
  const main = useRun(left, draft && shown[0] === 0);
  const [page, setPage] = useState(1);
  const [share, setShare] = useState(0.5);
  const [goTo, setGoTo] = useState<{ page: number; turn: number }>();
  const title = main.info?.title || left.report;
  useEffect(() => {
    document.title = `${title} – Lucid Lattice`;
  }, [title]);
  const jump = (to: number) => setGoTo((was) => ({ page: to, turn: (was?.turn ?? 0) + 1 }));
  const info = main.info;
  const ready = info?.state === 'ready' ? info : undefined;
  const asked = useLatest(info, left.report);
  const sheet = ready && sheetOf(ready, left.sheet);
  const find = useFind(ready, (to, on) => {
    if (on !== sheet?.id) setSheet(on);
    jump(to);
  });

  const go = (next: Step[]) => void navigate(writeAddress({ steps: next, draft }));
  const setValues = (index: number, values: Record<string, string>) =>
    go(steps.slice(0, index + 1).map((s, i) => (i === index ? { ...s, values } : s)));
  function setSheet(to: string) {
    go(steps.map((s, i) => (i === shown[0] ? { ...s, sheet: to === ready?.sheets[0].id ? undefined : to } : s)));
  }
  const follow = (index: number) => async (target: MarkTarget) => {
    if (target.toggle !== undefined) {
      const opened = toggled(steps[index].opened ?? [], target.toggle);
      go(steps.map((s, i) => (i === index ? { ...s, opened: opened.length ? opened : undefined } : s)));
      return;
    }
    if (target.address !== undefined) {
      if (isWebAddress(target.address)) window.open(target.address, '_blank', 'noopener,noreferrer');
      return;
    }
    if (target.report === '') {
      // Within the report: its values stay, but for what the link carries.
      const was = steps[index];
      const step: Step = { ...was, values: { ...was.values, ...target.values }, sheet: target.sheet ?? was.sheet };
      if (target.open === 'newTab') window.open(writeAddress({ steps: [step], draft }), '_blank', 'noopener');
      else if (target.group) await goToGroup(index, step, target.group);
      else go([...steps.slice(0, index), step]);
      return;
    }
    const step: Step = {
      report: target.report,
      values: target.values,
      open: target.open === 'here' ? 'here' : 'beside',
      ...(target.proof ? { proof: target.proof } : {}),
      ...(target.sheet ? { sheet: target.sheet } : {}),
    };
    if (target.open === 'newTab') window.open(writeAddress({ steps: [step], draft: false }), '_blank', 'noopener');
    else go([...steps.slice(0, index + 1), step]);
  };
  const goToGroup = async (index: number, step: Step, { level, key }: GroupAddress) => {
    if (!ready || index !== shown[0]) return go([...steps.slice(0, index), step]);
    try {
      const place = await api.groupPage(ready.id, level, key);
      if (place.sheet !== sheet?.id) setSheet(place.sheet);
      jump(Number(place.page));
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'info' });
    }
  };
  return (
    <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column' }}>
      <TopBar
        title={title}
        note={draft ? 'Draft' : undefined}
        middle={<ModeSwitch mode="read" composeTo={`/compose/${id}`} readTo={writeAddress({ steps, draft })} />}
        actions={
          <>
            <BarButton onClick={main.refresh} disabled={!info}>
              Refresh
            </BarButton>
            <BarButton strong component="a" href={ready ? `/api/runs/${ready.id}/pdf` : undefined} disabled={!ready}>
              Download PDF
            </BarButton>
          </>
        }
      />
      <Box
        sx={{
          display: 'flex',
          alignItems: 'center',
          gap: 2,
          px: 1.75,
          py: 0.5,
          minHeight: 41,
          flex: 'none',
          bgcolor: color.panel,
          borderBottom: `1px solid ${color.line}`,
        }}
      >
        {asked && (
          <ParameterStrip
            parameters={asked.parameters}
            values={left.values}
            problems={asked.problems}
            load={choicesOf(left, draft && shown[0] === 0)}
            today={dayOf(asked)}
            onChange={(values) => setValues(shown[0], values)}
          />
        )}
        {ready && (
          <Box sx={{ ml: 'auto', display: 'flex', alignItems: 'center', gap: 1.5 }}>
            <FindField text={find.text} onFind={find.start} onNext={find.next} />
            <PageField page={page} pages={sheet!.pageCount} complete={ready.pagesComplete} onGo={jump} />
          </Box>
        )}
      </Box>
      {steps.length > 1 && (
        <Trail
          steps={steps}
          onBackTo={(i) => go(steps.slice(0, i + 1))}
          onRemove={(i) => go(steps.filter((_, k) => k !== i))}
          newTab={writeAddress({ steps: [steps[steps.length - 1]], draft: false })}
        />
      )}
      {ready && <SheetChoice sheets={ready.sheets} shown={sheet!.id} onPick={setSheet} />}
      <Box component="main" sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
        {ready &&
          (find.text ? (
            <FoundList text={find.text} result={find.result} error={find.error} at={find.at} onGo={find.go} onStop={find.stop} />
          ) : (
            <Outline run={ready.id} sheet={sheet!.id} complete={ready.pagesComplete} page={page} onGo={jump}>
              {ready.closes && (
                <Button
                  size="small"
                  onClick={() =>
                    go(steps.map((s, i) => (i === shown[0] ? { ...s, opened: s.opened?.includes('*') ? undefined : ['*'] } : s)))
                  }
                >
                  {left.opened?.includes('*') ? 'Close all groups' : 'Open all groups'}
                </Button>
              )}
              <RelatedList report={left.report} values={left.values} />
            </Outline>
          ))}
        <Box aria-label={title} sx={{ flexGrow: right ? share : 1, flexBasis: 0, minWidth: 0, display: 'flex' }}>
          <RunPane
            run={main}
            sheet={left.sheet}
            goTo={goTo}
            find={find.text}
            chosen={right}
            onPage={setPage}
            onMark={(target) => void follow(shown[0])(target)}
          />
        </Box>
        {right && <Divider share={share} onShare={setShare} />}
        {right && (
          <BesidePane
            key={right.report}
            share={1 - share}
            step={right}
            onValues={(values) => setValues(shown[1], values)}
            onMark={(target) => void follow(shown[1])(target)}
          />
        )}
      </Box>
      <StatusBar
        left={
          ready
            ? [
                count(ready.rows, 'row'),
                ready.pagesComplete ? count(sheet!.pageCount, 'page') : `${count(sheet!.pageCount, 'page')} so far`,
                `data as of ${ready.asOf.slice(0, 16)}`,
                `ready in ${Math.round(ready.milliseconds)} ms`,
              ]
            : []
        }
        right={<span>Ctrl + click opens a new tab · Shift + click opens in place</span>}
      />
    </Box>
  );
}

/** The report that a click opened, in its own column behind the amber edge. */
function BesidePane({
  step,
  share,
  onValues,
  onMark,
}: {
  step: Step;
  /** Its part of the width. */
  share: number;
  onValues: (values: Record<string, string>) => void;
  onMark: (target: MarkTarget) => void;
}) {
  const run = useRun(step, false);
  const asked = useLatest(run.info, step.report);
  return (
    <Box
      component="section"
      aria-label={run.info?.title || step.report}
      sx={{ flexGrow: share, flexBasis: 0, minWidth: 0, display: 'flex', flexDirection: 'column' }}
    >
      {asked && (
        <Box sx={{ px: 1.25, py: 0.5, bgcolor: color.panel, borderBottom: `1px solid ${color.line}` }}>
          <ParameterStrip
            parameters={asked.parameters}
            values={step.values}
            problems={asked.problems}
            load={choicesOf(step, false)}
            today={dayOf(asked)}
            onChange={onValues}
            reset={false}
          />
        </Box>
      )}
      <Box sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
        <RunPane run={run} sheet={step.sheet} onPage={ignore} onMark={onMark} />
      </Box>
    </Box>
  );
}

const toggled = (opened: string[], group: string) =>
  opened.includes(group) ? opened.filter((g) => g !== group) : [...opened.filter((g) => g !== '*'), group];

const ignore = () => undefined;

/** The choices of a step's parameters, with the values that were given so far. */
const choicesOf =
  (step: Step, draft: boolean): LoadChoices =>
  (parameter, search, signal) =>
    api.choices(step.report, { parameter, search: search || null, values: step.values, draft, proof: step.proof ?? null }, signal);

const dayOf = (info: RunInfo) => (info.asOf || new Date().toISOString()).slice(0, 10);

/** What the report asks for, which stays in place while the next run is under way. */
function useLatest(info: RunInfo | undefined, report: string): RunInfo | undefined {
  const last = useRef<RunInfo>(undefined);
  if (info && info.state !== 'running') last.current = info;
  return last.current?.reportId === report ? last.current : undefined;
}
