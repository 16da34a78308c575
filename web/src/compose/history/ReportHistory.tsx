import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import MenuList from '@mui/material/MenuList';
import { Dialog } from '../../shell/whenOpen';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { getVersion, type ReportVersion } from '../../api/generated';
import { listChangesOptions, listVersionsOptions } from '../../api/generated/@tanstack/react-query.gen';
import { color } from '../../theme/tokens';
import { Blank } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { count } from '../../shell/count';
import { useCommand } from '../document/commands';
import { useCompose } from '../store/composeStore';
import { sittings } from '../document/sittings';
import { VersionNote } from './VersionNote';

const kinds: Record<string, string> = { draft: '', published: 'published', refused: 'saved elsewhere meanwhile' };

const when = (time: string) => new Date(time).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** The versions of a report, what changed since one of them, and the way back to it. */
export function ReportHistory() {
  const { id, replace, saving } = useCompose('id', 'replace', 'saving');
  const [open, setOpen] = useState(false);
  const [picked, setPicked] = useState<number>();
  const [failed, setFailed] = useState('');
  const versions = useQuery({ ...listVersionsOptions({ path: { id } }), enabled: open, gcTime: 0 });
  const [to, setTo] = useState<number>();
  const [opened, setOpened] = useState<number[]>([]);
  const [noted, setNoted] = useState<ReportVersion>();
  const chosen = picked ?? Number(versions.data?.[1]?.version ?? versions.data?.[0]?.version);
  const changes = useQuery({
    ...listChangesOptions({ path: { id, version: chosen }, query: { to } }),
    enabled: open && Number.isFinite(chosen),
    gcTime: 0,
  });
  const restore = async () => {
    try {
      const { definition } = await getVersion({ path: { id, version: chosen } });
      setOpen(false);
      void replace(() => definition);
    } catch (error) {
      setFailed((error as Error).message);
    }
  };
  const show = () => {
    setPicked(undefined);
    setTo(undefined);
    setOpened([]);
    setFailed('');
    setOpen(true);
  };
  useCommand('history', show);
  const isNewest = chosen === Number(versions.data?.[0]?.version);
  return (
    <>
      <Button variant="outlined" disabled={saving === 'saving'} onClick={show}>
        History
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} maxWidth="md" fullWidth aria-labelledby="history-title">
        <DialogTitle id="history-title">Earlier versions</DialogTitle>
        <DialogContent sx={{ display: 'flex', gap: 2, height: 440, p: 0, borderTop: `1px solid ${color.line}` }}>
          <MenuList dense aria-label="Versions" sx={{ width: 264, flex: 'none', overflow: 'auto', borderRight: `1px solid ${color.line}` }}>
            {sittings(versions.data ?? []).flatMap((sitting, i) => {
              const first = Number(sitting[0].version);
              const isOpen = opened.includes(first) || sitting.some((v) => Number(v.version) === chosen && v !== sitting[0]);
              const shown = isOpen ? sitting : sitting.slice(0, 1);
              return [
                ...shown.map((version) => (
                  <MenuItem
                    key={version.version}
                    selected={Number(version.version) === chosen}
                    aria-current={Number(version.version) === chosen}
                    onClick={() => setPicked(Number(version.version))}
                  >
                    <Name version={version} isNewest={i === 0 && version === sitting[0]} />
                  </MenuItem>
                )),
                !isOpen && sitting.length > 1 && (
                  <MenuItem key={`more ${first}`} onClick={() => setOpened([...opened, first])} sx={{ fontSize: 12, color: color.main }}>
                    {`Show ${count(sitting.length - 1, 'earlier edit')} of this sitting`}
                  </MenuItem>
                ),
              ];
            })}
          </MenuList>
          <Box sx={{ flex: 1, minWidth: 0, overflow: 'auto', py: 1.5, pr: 2 }} tabIndex={0} role="region" aria-label="What changed since">
            <Sentence>
              Version {String(chosen)} compared with{' '}
              <Blank
                label="Compared with"
                choices={[
                  { value: '', label: 'what the report is now' },
                  ...(versions.data ?? []).map((v) => ({
                    value: String(v.version),
                    label: `version ${v.version}`,
                    hint: v.note ?? when(v.savedAt),
                  })),
                ]}
                onPick={(v) => setTo(v ? Number(v) : undefined)}
              >
                {to === undefined ? 'what the report is now' : `version ${to}`}
              </Blank>
              .
            </Sentence>
            {(failed || versions.error || changes.error) && <p role="alert">{failed || (versions.error ?? changes.error)?.message}</p>}
            {changes.isLoading && <p role="status">Comparing…</p>}
            {changes.data?.length === 0 && <p>{isNewest && to === undefined ? 'This is the newest version.' : 'The two do not differ.'}</p>}
            {changes.data?.map((thing, i) => (
              <Box component="section" key={i} sx={{ mb: 1.5 }}>
                <Box component="h3" sx={{ m: 0, mb: 0.5, fontSize: 14 }}>
                  {thing.heading}
                </Box>
                {thing.gone.map((sentence, j) => (
                  <Said key={`-${j}`} sign="−" of="Then" sentence={sentence} />
                ))}
                {thing.come.map((sentence, j) => (
                  <Said key={`+${j}`} sign="+" of="Now" sentence={sentence} />
                ))}
              </Box>
            ))}
          </Box>
        </DialogContent>
        <DialogActions>
          <Box sx={{ mr: 'auto', ml: 1, color: 'text.secondary', fontSize: 12 }}>Restoring is a step that can be undone.</Box>
          <Button
            color="inherit"
            disabled={!versions.data}
            onClick={() => setNoted(versions.data?.find((v) => Number(v.version) === chosen))}
          >
            Edit note…
          </Button>
          <Button disabled={isNewest || !changes.data} onClick={() => void restore()}>
            Restore this version
          </Button>
          <Button autoFocus onClick={() => setOpen(false)}>
            Close
          </Button>
        </DialogActions>
        {noted && <VersionNote id={id} version={Number(noted.version)} note={noted.note} onClose={() => setNoted(undefined)} />}
      </Dialog>
    </>
  );
}

function Name({ version, isNewest }: { version: ReportVersion; isNewest: boolean }) {
  const words = [isNewest ? 'now' : '', version.isRead ? 'what readers see' : (kinds[version.kind] ?? '')].filter(Boolean).join(', ');
  return (
    <Box sx={{ minWidth: 0 }}>
      <Box>{when(version.savedAt)}</Box>
      <Box sx={{ fontSize: 12, color: color.muted }}>
        Version {version.version}
        {words && `, ${words}`}
      </Box>
      {version.note && <Box sx={{ fontSize: 12, whiteSpace: 'normal' }}>{version.note}</Box>}
    </Box>
  );
}

/** A sentence that only one of two versions says. */
function Said({ sign, of, sentence }: { sign: string; of: string; sentence: string }) {
  return (
    <Box sx={{ display: 'flex', gap: 1, mb: 0.5, overflowWrap: 'anywhere', color: sign === '+' ? color.ink : color.muted }}>
      <Box component="span" aria-label={of} sx={{ width: 12, flex: 'none', fontWeight: 600 }}>
        {sign}
      </Box>
      <Box component="span" sx={{ minWidth: 0 }}>
        {sentence}
      </Box>
    </Box>
  );
}
