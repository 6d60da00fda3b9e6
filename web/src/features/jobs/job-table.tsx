'use client';

import { formatLength } from '@needlefile/core/units/length';
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table';
import { formatDistanceToNow } from 'date-fns';
import Link from 'next/link';
import { createContext, useContext, useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { useUnit } from '@/hooks/unit';
import type { JobRow, JobSummary } from '@/api/job-types';
import { useSeen } from './use-seen';
import { useSummary } from './use-summary';
import css from './jobs.module.css';

interface Actions {
  readonly onRename: (job: JobRow, name: string) => void;
  readonly onDuplicate: (job: JobRow) => void;
  readonly onDelete: (job: JobRow) => void;
  readonly onTag: (tag: string) => void;
}

const column = createColumnHelper<JobRow>();

/** What the cells share: the columns stay the same object, or every cell, with its open menu, would be made anew. */
const RowContext = createContext<
  (Actions & { readonly renaming: string | null; readonly setRenaming: (id: string | null) => void }) | null
>(null);

function useRows() {
  const shared = useContext(RowContext);
  if (!shared) throw new Error('a cell outside the table of jobs');
  return shared;
}

const columns = [
  column.display({ id: 'drawing', header: '', cell: ({ row }) => <Thumbnail job={row.original} /> }),
  column.accessor('name', { header: 'Job', cell: ({ row }) => <Name job={row.original} /> }),
  column.accessor((job) => job.summary?.make ?? '', {
    id: 'make',
    header: 'Make',
    cell: ({ row }) => <WithSummary job={row.original}>{({ make }) => make}</WithSummary>,
  }),
  column.accessor((job) => job.summary?.size.width ?? 0, {
    id: 'size',
    header: () => <SizeHeader />,
    cell: ({ row }) => <WithSummary job={row.original}>{({ size }) => <Size size={size} />}</WithSummary>,
  }),
  column.accessor((job) => job.summary?.material ?? '', {
    id: 'material',
    header: 'Material',
    cell: ({ row }) => (
      <WithSummary job={row.original}>
        {({ material, machine }) => (
          <>
            {material}
            <div className="soft">{machine}</div>
          </>
        )}
      </WithSummary>
    ),
  }),
  column.accessor((job) => job.summary?.state ?? '', {
    id: 'state',
    header: 'State',
    cell: ({ row }) => <State job={row.original} />,
  }),
  column.accessor('updatedAt', {
    header: 'Last change',
    cell: ({ getValue, row }) => (
      <>
        <span className="text-nowrap">{formatDistanceToNow(new Date(getValue()), { addSuffix: true })}</span>
        <div className="soft">revision {row.original.revision}</div>
      </>
    ),
  }),
  column.display({ id: 'actions', header: '', cell: ({ row }) => <More job={row.original} /> }),
];

function SizeHeader() {
  return <>Size, {useUnit()}</>;
}

function Size({ size }: { size: JobSummary['size'] }) {
  const unit = useUnit();
  const [width, height] = [size.width, size.height].map((mm) => formatLength(mm, unit, unit === 'mm' ? 0 : 1));
  return (
    <span className="number text-nowrap">
      {width} × {height}
    </span>
  );
}

function Name({ job }: { job: JobRow }) {
  const { renaming, setRenaming, onRename, onTag } = useRows();
  if (renaming === job.id)
    return (
      <NameInput
        name={job.name}
        onDone={(name) => {
          setRenaming(null);
          if (name && name !== job.name) onRename(job, name);
        }}
      />
    );
  return (
    <>
      <Link href={`/jobs/${job.id}`} className={css.name}>
        {job.name}
      </Link>
      <div>
        {job.tags.map((tag) => (
          <button key={tag} type="button" className={css.tag} onClick={() => onTag(tag)}>
            {tag}
          </button>
        ))}
      </div>
    </>
  );
}

function More({ job }: { job: JobRow }) {
  const { setRenaming, onDuplicate, onDelete } = useRows();
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="light" size="sm" className={css.more} aria-label={`More for ${job.name}`}>
        …
      </Dropdown.Toggle>
      <Dropdown.Menu>
        {/* the closing menu gives the focus back to its button, which would end the renaming: begin after it */}
        <Dropdown.Item as="button" onClick={() => setTimeout(() => setRenaming(job.id))}>
          Rename
        </Dropdown.Item>
        <Dropdown.Item as="button" onClick={() => onDuplicate(job)}>
          Duplicate
        </Dropdown.Item>
        <Dropdown.Item as="button" onClick={() => onDelete(job)}>
          Delete
        </Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
}

/** The jobs as rows: drawing, name, make, size, material, state, last change. */
export function JobTable({ jobs, ...actions }: Actions & { jobs: JobRow[] }) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const [renaming, setRenaming] = useState<string | null>(null);
  // The table is rebuilt with its rows; nothing of it is memoised.
  // eslint-disable-next-line react-hooks/incompatible-library
  const table = useReactTable({
    data: jobs,
    columns,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getRowId: ({ id }) => id,
  });
  return (
    <RowContext value={{ ...actions, renaming, setRenaming }}>
      <table className={css.table}>
        <thead>
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id}>
              {group.headers.map((header) => (
                <th
                  key={header.id}
                  scope="col"
                  aria-sort={
                    header.column.getIsSorted() === 'asc'
                      ? 'ascending'
                      : header.column.getIsSorted() === 'desc'
                        ? 'descending'
                        : undefined
                  }
                >
                  {header.column.getCanSort() ? (
                    <button type="button" onClick={header.column.getToggleSortingHandler()}>
                      {flexRender(header.column.columnDef.header, header.getContext())}
                      {header.column.getIsSorted() === 'asc'
                        ? ' ↑'
                        : header.column.getIsSorted() === 'desc'
                          ? ' ↓'
                          : ''}
                    </button>
                  ) : (
                    flexRender(header.column.columnDef.header, header.getContext())
                  )}
                </th>
              ))}
            </tr>
          ))}
        </thead>
        <tbody>
          {table.getRowModel().rows.map((row) => (
            <tr key={row.id} data-job={row.original.name}>
              {row.getVisibleCells().map((cell) => (
                <td key={cell.id}>{flexRender(cell.column.columnDef.cell, cell.getContext())}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </RowContext>
  );
}

function WithSummary({ job, children }: { job: JobRow; children: (summary: JobSummary) => React.ReactNode }) {
  const { summary, failed } = useSummary(job);
  return summary ? children(summary) : <span className="soft">{failed ? '–' : '…'}</span>;
}

function Thumbnail({ job }: { job: JobRow }) {
  const { ref, seen } = useSeen();
  const { summary, failed } = useSummary(job, seen);
  return (
    <Link ref={ref} href={`/jobs/${job.id}`} className={css.thumbnail} aria-label={`Open ${job.name}`}>
      {summary ? (
        <svg viewBox={summary.drawing.viewBox} preserveAspectRatio="xMidYMid meet" aria-hidden>
          <path d={summary.drawing.solid} className={css.solid} />
          <path d={summary.drawing.engraved} className={css.engraved} />
          <path d={summary.drawing.linework} className={css.linework} />
        </svg>
      ) : (
        <span className="soft">{failed ? 'no drawing' : '…'}</span>
      )}
    </Link>
  );
}

function State({ job }: { job: JobRow }) {
  const { summary } = useSummary(job);
  const released =
    job.releasedRevision === null
      ? null
      : job.releasedRevision === job.revision
        ? 'released'
        : `released at revision ${job.releasedRevision}`;
  return (
    <>
      {summary && (
        <span className={css.state} data-state={summary.state}>
          {summary.state === 'clear'
            ? 'clear'
            : `${summary.findings} ${summary.findings === 1 ? 'finding' : 'findings'}`}
        </span>
      )}
      {released && <div className="soft">{released}</div>}
    </>
  );
}

function NameInput({ name, onDone }: { name: string; onDone: (name: string | null) => void }) {
  const [draft, setDraft] = useState(name);
  return (
    <input
      className="form-control"
      aria-label="New name"
      autoFocus
      maxLength={120}
      value={draft}
      onFocus={(event) => event.target.select()}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={() => onDone(draft.trim())}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') onDone(null);
      }}
    />
  );
}
