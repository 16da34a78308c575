import { Blank } from '../../../sentence/Blank';
import { pageConditions } from './WhenSetting';

/** On which pages something stands that lies behind them. */
export function PagesBlank({ label, when, onPick }: { label: string; when?: string | null; onPick: (when: string | null) => void }) {
  return (
    <Blank
      label={label}
      choices={[{ value: '', label: 'on every page' }, ...pageConditions.map((c) => ({ value: c.when, label: c.label }))]}
      typed={when ?? ''}
      expression="group"
      typing="Where a condition holds…"
      onPick={(picked) => onPick(picked.trim() || null)}
    >
      {when ? (pageConditions.find((c) => c.when === when)?.label ?? `where ${when}`) : 'on every page'}
    </Blank>
  );
}
