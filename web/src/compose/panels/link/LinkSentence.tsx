import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Link } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../store/composeStore';
import { useHasRanges } from '../../document/choices';
import { isChart, type Placed } from '../../document/definition';
import { calculatedRows } from '../../document/lineNames';
import { DetailDialog } from './DetailDialog';
import { LastTrial } from './LastTrial';
import { LinkTrialDialog } from './LinkTrialDialog';
import { linkAt, linksOf, putLink, together, type LinkPlace } from '../../store/linkPlace';
import { LinkProblems, OneLink, thisReport, useTargets, webAddress } from './OneLink';

/** What a click on an element does. */
export function LinkSentence({ placed: { element, section, band, level } }: { placed: Placed }) {
  const place = { id: element.id, element, chart: isChart(element) ? element : undefined, link: element.link, section, band, level };
  return <LinksOf place={place} />;
}

/** The links of an element or of a part of a band: each as a sentence, and what can be done with them. */
export function LinksOf({ place }: { place: LinkPlace }) {
  const { edit, definition } = useCompose('edit', 'definition');
  const targets = useTargets();
  const [tried, setTried] = useState<number>();
  const [details, setDetails] = useState(false);
  const links = linksOf(place.link);
  const { chart } = place;

  const put = (change: (links: Link[]) => Link[]) =>
    void edit((now) => putLink(now, place.id, together(change(linksOf(linkAt(now, place.id))))));
  /** What the link carried to this target before, it carries again. */
  const propose = (target: { report: string; address?: string }, index: number) => {
    const where = { ...target, index, also: index >= links.length && links.length > 0 };
    void edit(
      chart
        ? { type: 'linkChart', chart: chart.id, ...where }
        : { type: 'linkElement', element: place.id, section: place.section.id, ...where },
    );
  };
  const toTarget = (picked: string, index: number) => {
    if (picked === '') put((all) => all.filter((_, i) => i !== index));
    else if (picked === webAddress) propose({ report: '', address: 'https://example.org/' }, index);
    else propose({ report: picked === thisReport ? '' : picked }, index);
  };
  const hasRanges = useHasRanges();
  const isRange = chart !== undefined && hasRanges(chart);
  const canNarrow = chart && !isRange && !links.some(narrows);
  // A row that is calculated from other rows has no rows of its own.
  const isCalculated = calculatedRows(place.section).some((p) => p.elements?.some((e) => e.id === place.id));
  const canDetail =
    place.element?.id === place.id && place.band !== 'pageHeader' && place.band !== 'pageFooter' && !isRange && !isCalculated;
  return (
    <Box>
      {links.length === 0 && (
        <Sentence>
          {`Clicking ${chart ? 'a mark' : (place.clicked ?? 'it')} opens `}
          <Blank label="Report that opens" tone="link" choices={targets} onPick={(v) => toTarget(v, 0)}>
            nothing
          </Blank>
          .
        </Sentence>
      )}
      {links.map((link, i) => (
        <Box key={i}>
          <OneLink
            place={place}
            link={link}
            index={i}
            several={links.length > 1}
            onChange={(change) => put((all) => all.map((l, k) => (k === i ? { ...l, ...change } : l)))}
            onTarget={(v) => toTarget(v, i)}
          />
          {!link.address && place.element && (
            <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, flexWrap: 'wrap' }}>
              <LinkButton onClick={() => setTried(i)}>Try it ↘</LinkButton>
              <LastTrial on={place.id} index={i} />
            </Box>
          )}
        </Box>
      ))}
      <LinkProblems id={place.id} />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1.5 }}>
        {links.length > 0 && links.length < 12 && (
          <Blank label="Another link" tone="link" choices={targets} onPick={(v) => toTarget(v, links.length)}>
            Add another link
          </Blank>
        )}
        {canNarrow && (
          <LinkButton onClick={() => void edit({ type: 'narrowByChart', chart: chart.id })}>Narrow the other charts by a click</LinkButton>
        )}
        {canDetail && <LinkButton onClick={() => setDetails(true)}>Make a report of the rows behind it</LinkButton>}
      </Box>
      {tried !== undefined && <LinkTrialDialog on={place.id} index={tried} onClose={() => setTried(undefined)} />}
      {details && definition && <DetailDialog element={place.id} onClose={() => setDetails(false)} />}
    </Box>
  );
}

/** Whether a link stays where it is and carries what was clicked. */
const narrows = (link: Link) =>
  !link.report && !link.sheet && !link.group && !link.address && (link.carries ?? []).some((c) => c.from.type === 'category');

function LinkButton({ children, onClick }: { children: string; onClick: () => void }) {
  return (
    <Button size="small" sx={{ color: color.link, p: 0, minHeight: 0, minWidth: 0 }} onClick={onClick}>
      {children}
    </Button>
  );
}
