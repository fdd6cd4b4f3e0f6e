/** A table whose rows are put in order by any of its columns: pressing a heading turns the order round. */
import {
  createSortedRowModel,
  rowSortingFeature,
  sortFns,
  tableFeatures,
  useTable,
  type ColumnDef,
  type RowData,
} from '@tanstack/react-table';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { Fragment, type ReactNode } from 'react';

const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel(), sortFns });

export interface Column<Row> {
  readonly id: string;
  readonly head: ReactNode;
  /** What the rows are ordered by; without it the column has no order. */
  readonly by?: (row: Row) => string | number;
  readonly cell: (row: Row) => ReactNode;
  /** Of heading and cells. */
  readonly className?: string;
  /** Of the cells alone. */
  readonly cellClassName?: string;
}

export function SortedTable<Row extends RowData>({
  rows,
  columns,
  keyOf,
  rowClass,
  first,
}: {
  readonly rows: readonly Row[];
  readonly columns: readonly Column<Row>[];
  readonly keyOf: (row: Row) => string;
  readonly rowClass?: (row: Row) => string;
  /** Column in whose order it comes. */
  readonly first: string;
}) {
  const table = useTable({
    features,
    data: rows as Row[],
    columns: columns.map((c): ColumnDef<typeof features, Row> => ({
      id: c.id,
      accessorFn: (row: Row) => c.by?.(row) ?? '',
      enableSorting: c.by !== undefined,
      sortDescFirst: false,
    })),
    initialState: { sorting: [{ id: first, desc: false }] },
    getRowId: keyOf,
    enableSortingRemoval: false,
  });
  return (
    <table className="w-full">
      <thead>
        <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
          {columns.map((c) => {
            const column = table.getColumn(c.id)!;
            const order = column.getIsSorted();
            return (
              <th
                key={c.id}
                className={`font-medium ${c.className ?? ''}`}
                aria-sort={order === 'asc' ? 'ascending' : order === 'desc' ? 'descending' : undefined}
              >
                {c.by ? (
                  <button
                    type="button"
                    className="inline-flex min-h-7 items-center gap-1 max-xl:min-h-12"
                    onClick={column.getToggleSortingHandler()}
                  >
                    {c.head}
                    {order === 'asc' && <ArrowUp size={13} aria-hidden="true" />}
                    {order === 'desc' && <ArrowDown size={13} aria-hidden="true" />}
                  </button>
                ) : (
                  c.head
                )}
              </th>
            );
          })}
        </tr>
      </thead>
      <tbody>
        {table.getRowModel().rows.map((row) => (
          <tr key={row.id} className={`border-b border-grid ${rowClass?.(row.original) ?? ''}`}>
            {columns.map((c) => (
              <td key={c.id} className={`${c.className ?? ''} ${c.cellClassName ?? ''}`}>
                <Fragment>{c.cell(row.original)}</Fragment>
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
