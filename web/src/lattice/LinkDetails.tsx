import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { LinkMap, MapLink } from '../api/generated';
import { notTried } from '../shell/notTried';
import { when } from '../shell/when';
import { Pane } from '../shell/Pane';
import { color } from '../theme/tokens';
import { withoutLink } from './withoutLink';
import type { Chosen } from './chosen';

interface Props {
  map: LinkMap;
  chosen: Chosen;
  onChoose: (chosen: Chosen) => void;
  onChanged: () => void;
}

/** Beside the map: the link or the report that is chosen; without one, what needs attention, and all links as a list. */
export function LinkDetails({ map, chosen, onChoose, onChanged }: Props) {
  const link = chosen && 'link' in chosen ? map.links[chosen.link] : undefined;
  const report = chosen && 'report' in chosen ? map.reports.find((r) => r.id === chosen.report) : undefined;
  const entries = map.links.map((l, i) => ({ link: l, at: i }));
  const list = (name: string, some: { link: MapLink; at: number }[]) => <LinkList name={name} links={some} onChoose={onChoose} />;
  return (
    <Pane label="About the link" region="details" side="right" width={316}>
      {link ? (
        <OneLink link={link} map={map} onChanged={onChanged} />
      ) : report ? (
        <>
          <Box component="h2" sx={{ fontSize: 16, m: 0, mb: 1 }}>
            {report.title}
          </Box>
          <Box sx={{ display: 'flex', gap: 1, mb: 1 }}>
            <Button size="small" variant="outlined" component={Link} to={`/read/${report.id}${report.published ? '' : '?~draft=1'}`}>
              Read
            </Button>
            <Button size="small" variant="outlined" component={Link} to={`/compose/${report.id}`}>
              Compose
            </Button>
          </Box>
          {list(
            'What leads here',
            entries.filter((e) => e.link.to === report.id && e.link.from !== report.id),
          )}
          {list(
            'What leads on',
            entries.filter((e) => e.link.from === report.id),
          )}
        </>
      ) : (
        <>
          {list(
            'Needs attention',
            entries.filter((e) => isWrong(e.link) || e.link.trial?.since === 'definition'),
          )}
          {list('All links', entries)}
        </>
      )}
    </Pane>
  );
}

/** Broken, or known not to add up. */
const isWrong = (link: MapLink) => link.broken.length > 0 || (link.trial?.since === 'nothing' && link.trial.differ > 0);

function LinkList({ name, links, onChoose }: { name: string; links: { link: MapLink; at: number }[]; onChoose: (chosen: Chosen) => void }) {
  return (
    <Box component="section" sx={{ mb: 2 }}>
      <Box component="h2" sx={{ fontSize: 12, color: color.muted, m: 0, mb: 0.5 }}>
        {name}
      </Box>
      {links.length === 0 && <Box sx={{ fontSize: 13 }}>Nothing.</Box>}
      {links.map(({ link, at }) => (
        <Box
          key={at}
          component="button"
          onClick={() => onChoose({ link: at })}
          sx={{
            display: 'block',
            width: '100%',
            textAlign: 'left',
            font: 'inherit',
            fontSize: 13,
            border: 0,
            borderRadius: 1,
            bgcolor: 'transparent',
            cursor: 'pointer',
            px: 0.75,
            py: 0.5,
            color: isWrong(link) ? color.problem : color.ink,
            '&:hover': { bgcolor: color.linkTint },
          }}
        >
          {link.sentence}
        </Box>
      ))}
    </Box>
  );
}

function OneLink({ link, map, onChanged }: { link: MapLink; map: LinkMap; onChanged: () => void }) {
  const { enqueueSnackbar } = useSnackbar();
  const from = map.reports.find((r) => r.id === link.from);
  const isBroken = link.broken.length > 0;
  const place = `/compose/${link.from}?${new URLSearchParams({ at: JSON.stringify({ element: link.on, keys: [] }) })}`;
  const remove = async () => {
    try {
      const draft = await api.report(link.from);
      await api.saveDraft(link.from, Number(draft.version), withoutLink(draft.definition, link.on, Number(link.index)));
      enqueueSnackbar(`The link was taken out of the draft of “${from?.title ?? link.from}”.`, {
        action: (
          <Button
            sx={{ color: '#fff' }}
            onClick={() =>
              void api
                .report(link.from)
                .then((now) => api.saveDraft(link.from, Number(now.version), draft.definition))
                .then(onChanged)
            }
          >
            Undo
          </Button>
        ),
      });
      onChanged();
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'error' });
    }
  };
  return (
    <>
      <Box component="h2" sx={{ fontSize: 12, color: color.muted, m: 0, mb: 0.75 }}>
        {isBroken ? 'Broken link' : 'Link'} in {from?.title ?? link.from}
      </Box>
      <Box sx={{ fontSize: 15, lineHeight: 1.7, mb: 1 }}>{link.sentence}</Box>
      {link.broken.map((problem, i) => (
        <Box key={i} role="alert" sx={{ p: 1, mb: 1, borderRadius: 1, bgcolor: color.problemTint, color: color.problem }}>
          {problem.message} <b>{problem.mends?.join(' · ')}</b>
        </Box>
      ))}
      {link.trial && link.trial.since !== 'nothing' && (
        <Box sx={{ mb: 1, fontSize: 13, color: color.muted }}>This link was {notTried(link.trial.since)}.</Box>
      )}
      {link.trial?.since === 'nothing' && (
        <Box sx={{ mb: 1, fontSize: 13, color: link.trial.differ > 0 ? color.problem : color.fine }}>
          {link.trial.differ > 0
            ? `${link.trial.differ} of ${link.trial.tried} did not fit`
            : `All ${link.trial.tried} ${link.trial.compared ? `added up to ${link.trial.compared}` : 'opened'}`}
          , {when(link.trial.triedAt)}.
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button size="small" variant={isBroken ? 'contained' : 'outlined'} component={Link} to={place}>
          {isBroken ? 'Mend it in Compose' : 'Show it in Compose'}
        </Button>
        {isBroken && (
          <Button size="small" variant="outlined" onClick={() => void remove()}>
            Take the link out
          </Button>
        )}
      </Box>
    </>
  );
}
