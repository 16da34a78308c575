import { TextSetting } from '../../../sentence/TextSetting';
import type { GroupedBy } from './GroupBlanks';
import { GroupsSetting } from './GroupsSetting';

/** Groups under names, and what groups are called. */
export function NamesOfGroups({ grouping, onChange }: { grouping: GroupedBy; onChange: (change: Partial<GroupedBy>) => void }) {
  return (
    <>
      <GroupsSetting groups={grouping.groups ?? undefined} onChange={(groups) => onChange({ groups })} />
      <TextSetting
        label="Groups are called by (an expression)"
        value={grouping.label ?? ''}
        placeholder="their values"
        onCommit={(label) => onChange({ label: label || null })}
      />
      <TextSetting
        label="Rows without a value are called"
        value={grouping.emptyName ?? ''}
        placeholder="(empty)"
        onCommit={(emptyName) => onChange({ emptyName: emptyName || null })}
      />
    </>
  );
}
