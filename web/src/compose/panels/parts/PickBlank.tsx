import { Blank, type Choice } from '../../../sentence/Blank';
import { labelOf } from '../../document/choices';

/** A blank that is filled with one of a list. */
export function PickBlank<T extends string>({
  label,
  list,
  value,
  onPick,
}: {
  label: string;
  list: Choice[];
  value: T;
  onPick: (value: T) => void;
}) {
  return (
    <Blank label={label} choices={list} onPick={(v) => onPick(v as T)}>
      {labelOf(list, value)}
    </Blank>
  );
}

/** A blank for a number that may be left to the chart: what is typed that is no number is left as it was. */
export function NumberBlank({
  label,
  value,
  automatic,
  written = String,
  onPick,
}: {
  label: string;
  value?: number | null;
  /** What stands there while the chart decides. */
  automatic: string;
  /** How the number stands in the sentence. */
  written?: (value: number) => string;
  onPick: (value: number | null) => void;
}) {
  return (
    <Blank
      label={label}
      choices={[{ value: '', label: automatic }]}
      typed={value == null ? '' : String(value)}
      typing="A number of my own…"
      onPick={(text) => {
        const number = Number(text.trim().replace(',', '.'));
        if (text.trim() === '') onPick(null);
        else if (Number.isFinite(number)) onPick(number);
      }}
    >
      {value == null ? automatic : written(value)}
    </Blank>
  );
}
