import type { Column, ColumnMap } from '@/core/order/columns.ts';
import { absentIn } from '@/core/order/columns.ts';
import { COLUMNS } from '@/core/order/csv.ts';
import { Select } from '@/ui/Select.tsx';
import { Verdict } from '@/ui/Verdict.tsx';

interface Props {
  /** headings of the file */
  head: string[];
  columns: ColumnMap;
  onSay: (columns: ColumnMap) => void;
}

/** Which column of a file is which: as it was said before or its headings tell, and put right here. */
export function WhichColumn({ head, columns, onSay }: Props) {
  const absent = absentIn(columns);
  // Under no heading, a column is left out where the file is read.
  const put = (column: Column, heading: string) => onSay({ ...columns, [column]: heading });
  return (
    <section className="mt-6" aria-label="Which column is which">
      <h2>Which column is which</h2>
      {absent.length > 0 && (
        <p className="mt-1">
          <Verdict verdict="watch">Say under which heading stands: {absent.join(', ')}.</Verdict>
        </p>
      )}
      <div className="mt-2 grid max-w-5xl gap-3 sm:grid-cols-2 lg:grid-cols-4">
        {COLUMNS.map((column) => (
          <Select
            key={column}
            label={column}
            value={columns[column] ?? ''}
            options={[
              { value: '', name: 'not in the file' },
              ...head.map((heading) => ({ value: heading, name: heading })),
            ]}
            onChange={(heading) => put(column, heading)}
          />
        ))}
      </div>
    </section>
  );
}
