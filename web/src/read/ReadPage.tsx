import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { useEffect, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { api } from '../api/client';
import type { GroupAddress } from '../api/generated';
import { TracePane } from '../trace/TracePane';
import { BarButton } from '../shell/BarButton';
import { count } from '../shell/count';
import { Fold } from '../shell/Fold';
import { Main } from '../shell/Main';
import { ModeSwitch } from '../shell/ModeSwitch';
import { StatusBar } from '../shell/StatusBar';
import { TopBar } from '../shell/TopBar';
import { color } from '../theme/tokens';
import { choicesOf, dayOf, useLatest } from './questions/asked';
import { BesidePane } from './BesidePane';
import { Divider } from './Divider';
import { FoundList } from './side/FoundList';
import { readAddress, visible, writeAddress, type Step } from './run/address';
import { isWebAddress, type MarkTarget } from './run/linkTargets';
import { Outline } from './side/Outline';
import { ParameterStrip } from './questions/ParameterStrip';
import { FilesMenu } from './FilesMenu';
import { PrintNote } from './PrintNote';
import { ReadControls } from './side/ReadControls';
import { readShortcuts } from './readShortcuts';
import { RelatedList } from './side/RelatedList';
import { RunPane } from './RunPane';
import { SheetChoice } from './side/SheetChoice';
import { Trail } from './Trail';
import { usePrinting } from './usePrinting';
import { useSaid } from './run/useSaid';
import { useSide } from './side/useSide';
import { useTrail } from './useTrail';

/** Reading: parameters above, the trail under them, the outline at the left, pages in the middle, the drilled-down report beside. */
export function ReadPage() {
  const { id = '' } = useParams();
  const [search] = useSearchParams();
  const { enqueueSnackbar } = useSnackbar();
  const { steps, draft } = readAddress(id, search);
  const shown = visible(steps);
  const [left, right] = [steps[shown[0]], shown.length > 1 ? steps[shown[1]] : undefined];
  const { go, backTo, left: returned } = useTrail({ steps, draft });
  const setSheet = (index: number) => (to: string) =>
    go(steps.map((s, i) => (i === index ? { ...s, sheet: to === sides[i === shown[0] ? 0 : 1].ready?.sheets[0].id ? undefined : to } : s)));
  const main = useSide(left, draft && shown[0] === 0, (to) => setSheet(shown[0])(to));
  const beside = useSide(right, false, (to) => setSheet(shown[1])(to));
  const sides = [main, beside];
  const [share, setShare] = useState(0.5);
  // Finding, pages and files are those of the side that has the focus.
  const [focused, setFocused] = useState(0);
  const active = right && focused === 1 ? beside : main;
  const [outlined, setOutlined] = useState(false);
  const title = main.run.info?.title || left.report;
  const besideTitle = right && (beside.run.info?.title || right.report);
  useEffect(() => {
    document.title = `${title}, Read – Lucid Lattice`;
  }, [title]);
  useSaid(main.ready, (info, pages) => `${info.title}, ${pages}.`);
  useSaid(beside.ready, (info, pages) => `${info.title} is open beside, ${pages}. F6 leads there, Escape closes it.`);
  const info = main.run.info;
  const { ready, sheet } = main;
  const asked = useLatest(info, left.report);
  const besideAsked = useLatest(beside.run.info, right?.report ?? '');
  const pdf = active.ready && `/api/runs/${active.ready.id}/pdf`;
  usePrinting(pdf);

  const setValues = (index: number, values: Record<string, string>) =>
    go(steps.slice(0, index + 1).map((s, i) => (i === index ? { ...s, values } : s)));
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
      if (place.sheet !== sheet?.id) setSheet(shown[0])(place.sheet);
      main.jump(Number(place.page));
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'info' });
    }
  };
  return (
    <>
      {active.ready && pdf && (
        <PrintNote title={active.ready.title} pages={active.sheet!.pageCount} pdf={`${window.location.origin}${pdf}?shown=true`} />
      )}
      <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column', displayPrint: 'none' }}>
        <TopBar
          screen="In Read"
          keys={readShortcuts}
          title={title}
          note={draft ? 'Draft' : undefined}
          middle={<ModeSwitch mode="read" composeTo={`/compose/${id}`} readTo={writeAddress({ steps, draft })} />}
          actions={
            <>
              <BarButton sx={wide} onClick={active.run.refresh} disabled={!active.run.info}>
                Refresh
              </BarButton>
              <BarButton sx={wide} component="a" href={pdf && `${pdf}?shown=true`} target="_blank" disabled={!pdf}>
                Print
              </BarButton>
              <FilesMenu run={active.ready?.id} />
              <BarButton strong component="a" href={pdf} disabled={!pdf}>
                Download PDF
              </BarButton>
            </>
          }
        />
        <Main sx={{ flexDirection: 'column' }}>
          <Box
            role="region"
            aria-label="Parameters and pages"
            data-region="parameters"
            sx={{
              display: 'flex',
              flexWrap: 'wrap',
              alignItems: 'center',
              columnGap: 2,
              rowGap: 0.5,
              px: 1.75,
              py: 0.5,
              minHeight: 41,
              flex: 'none',
              bgcolor: color.panel,
              borderBottom: `1px solid ${color.line}`,
            }}
          >
            <Fold label="Parameters" isNeeded={asked?.problems.some((p) => p.code === 'parameter-required')}>
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
              <Button sx={narrow} onClick={active.run.refresh} disabled={!active.run.info}>
                Refresh
              </Button>
              <Button sx={narrow} component="a" href={pdf && `${pdf}?shown=true`} target="_blank" disabled={!pdf}>
                Print
              </Button>
            </Fold>
            <Button
              aria-expanded={outlined}
              onClick={() => setOutlined(!outlined)}
              sx={{ display: ready ? { xs: 'inline-flex', md: 'none' } : 'none' }}
            >
              In this report
            </Button>
            <ReadControls side={active} of={right && (active === beside ? besideTitle : title)} />
          </Box>
          {steps.length > 1 && (
            <Trail
              steps={steps}
              onBackTo={backTo}
              onRemove={(i) => go(steps.filter((_, k) => k !== i))}
              newTab={writeAddress({ steps: [steps[steps.length - 1]], draft: false })}
            />
          )}
          {ready && <SheetChoice sheets={ready.sheets} shown={sheet!.id} onPick={setSheet(shown[0])} />}
          <Box data-body sx={{ position: 'relative', flex: 1, minHeight: 0, display: 'flex', flexDirection: { xs: 'column', md: 'row' } }}>
            {ready && (
              <Box
                sx={{
                  display: { xs: outlined || active.find.text ? 'flex' : 'none', md: 'flex' },
                  maxHeight: { xs: '40%', md: 'none' },
                  flex: 'none',
                }}
              >
                {active.find.text ? (
                  <FoundList
                    text={active.find.text}
                    result={active.find.result}
                    error={active.find.error}
                    at={active.find.at}
                    onGo={active.find.go}
                    onStop={active.find.stop}
                  />
                ) : (
                  <Outline run={ready.id} sheet={sheet!.id} complete={ready.pagesComplete} page={main.page} onGo={main.jump}>
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
                )}
              </Box>
            )}
            <Box
              component="section"
              aria-label={title}
              data-region="pages"
              data-skip-to
              onFocus={() => setFocused(0)}
              sx={{
                flexGrow: right ? share : 1,
                flexBasis: 0,
                minWidth: 0,
                minHeight: 0,
                display: { xs: right ? 'none' : 'flex', md: 'flex' },
              }}
            >
              <RunPane
                run={main.run}
                sheet={left.sheet}
                goTo={main.goTo}
                find={main.find.text}
                chosen={right ?? returned?.step}
                seek={returned?.turn}
                onPage={main.setPage}
                onMark={(target) => void follow(shown[0])(target)}
              />
            </Box>
            {right && <Divider share={share} onShare={setShare} />}
            {right && (
              <BesidePane
                key={right.report}
                share={1 - share}
                step={right}
                title={besideTitle!}
                side={beside}
                asked={besideAsked}
                onFocus={() => setFocused(1)}
                onClose={() => backTo(shown[0])}
                onValues={(values) => setValues(shown[1], values)}
                onMark={(target) => void follow(shown[1])(target)}
              />
            )}
            <TracePane runs={[main.ready?.id, beside.ready?.id]} />
          </Box>
        </Main>
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
          right={
            <Box component="span" sx={{ display: { xs: 'none', md: 'inline' } }}>
              Ctrl + click opens a new tab · Shift + click opens in place
            </Box>
          }
        />
      </Box>
    </>
  );
}

/** For what the bar has room for on a wide screen only, and for what then stands elsewhere. */
const wide = { display: { xs: 'none', md: 'inline-flex' } } as const;
const narrow = { display: { xs: 'inline-flex', md: 'none' } } as const;

const toggled = (opened: string[], group: string) =>
  opened.includes(group) ? opened.filter((g) => g !== group) : [...opened.filter((g) => g !== '*'), group];
