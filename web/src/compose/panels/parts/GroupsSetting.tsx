import Button from '@mui/material/Button';
import type { NamedGroup, NamedGroups } from '../../../api/generated';
import { TextSetting } from '../../../sentence/TextSetting';

/** “Islands: Northern Isles, West Firth”: the name, and what belongs to it. */
const written = (group: NamedGroup) => `${group.name}: ${group.keys.join(', ')}`;

/** Reads a line as it is written; nothing without a name. */
export function readGroup(text: string): NamedGroup | undefined {
  const at = text.indexOf(':');
  const name = (at < 0 ? text : text.slice(0, at)).trim();
  const keys = at < 0 ? [] : text.slice(at + 1).split(',');
  return name ? { name, keys: keys.map((k) => k.trim()).filter(Boolean) } : undefined;
}

/** Groups that several values share: each group a line, and what all remaining are called. */
export function GroupsSetting({ groups, onChange }: { groups?: NamedGroups; onChange: (groups: NamedGroups | null) => void }) {
  if (!groups)
    return (
      <Button size="small" sx={{ justifySelf: 'start', ml: -0.5 }} onClick={() => onChange({ groups: [], remaining: 'All others' })}>
        Put some together under a name
      </Button>
    );
  const all = groups.groups ?? [];
  const set = (at: number, text: string) => {
    const read = readGroup(text);
    const next = at < all.length ? all.flatMap((g, i) => (i !== at ? [g] : read ? [read] : [])) : read ? [...all, read] : all;
    onChange({ ...groups, groups: next });
  };
  return (
    <>
      {[...all, undefined].map((group, i) => (
        <TextSetting
          key={`${i} of ${all.length}`}
          label={group ? `Group ${i + 1}` : 'Another group'}
          value={group ? written(group) : ''}
          placeholder="Its name: value, value"
          onCommit={(text) => set(i, text)}
        />
      ))}
      <TextSetting
        label="All remaining are called"
        value={groups.remaining ?? ''}
        placeholder="each by itself"
        onCommit={(text) => onChange({ ...groups, remaining: text || null })}
      />
      <Button size="small" color="inherit" sx={{ justifySelf: 'start', ml: -0.5 }} onClick={() => onChange(null)}>
        Take each by itself again
      </Button>
    </>
  );
}
