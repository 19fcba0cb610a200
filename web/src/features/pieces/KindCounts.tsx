import { type BatchState, type KindCount, kindsOf } from '@north-step/core/batch';
import { Stepper } from '../../ui/index.ts';

type KindCountsProps = {
  readonly batch: Pick<BatchState, 'part' | 'count'>;
  /** what the steppers are called: `fin that leave`; of a batch of one kind without its name */
  readonly label: (kind: string | undefined) => string;
  /** by kind, in the order of the batch */
  readonly counts: readonly number[];
  readonly onChange: (counts: readonly number[]) => void;
  /** one must stay, where all are of one kind */
  readonly oneStays?: boolean;
};

/** How many of each kind of piece of a batch. */
export function KindCounts({ batch, label, counts, onChange, oneStays = false }: KindCountsProps) {
  const kinds = kindsOf(batch.part, batch.count);
  const mixed = kinds.length > 1;
  return kinds.map(({ name, count }, i) => (
    <Stepper
      key={name}
      label={label(mixed ? name : undefined)}
      value={counts[i] ?? 0}
      min={mixed ? 0 : 1}
      max={!mixed && oneStays ? count - 1 : count}
      unit={mixed ? `of ${count} × ${name}` : `of ${count}`}
      onChange={(next) => onChange(kinds.map((_, at) => (at === i ? next : (counts[at] ?? 0))))}
    />
  ));
}

/** What was counted, by the names of the kinds. */
export const countedOf = ({ part, count }: Pick<BatchState, 'part' | 'count'>, counts: readonly number[]) =>
  kindsOf(part, count).map(({ name }, i): KindCount => ({ name, count: counts[i] ?? 0 }));
