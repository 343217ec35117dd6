import { useId, useState } from 'react';
import type { ShelfPart } from '@/core/whatif/fromShelf';

export interface Opened {
  readonly name: string;
  readonly parts: readonly ShelfPart[];
  readonly left: number;
  /** The first line that was left out, in words. */
  readonly firstProblem: string | null;
}

/** Opens a catalogue file for this search only; nothing of it goes on the shelf. */
export function CatalogueFile({ opened, onOpen }: { opened: Opened | null; onOpen: (opened: Opened | null) => void }) {
  const id = useId();
  const [failure, setFailure] = useState<string | null>(null);
  const open = async (file: File | undefined) => {
    if (!file) return;
    setFailure(null);
    try {
      // The reader of CSV files comes along only once a file is opened.
      const { parseCatalogue } = await import('@/files/csv');
      const { items, issues } = parseCatalogue(await file.text());
      const first = issues[0];
      onOpen({
        name: file.name,
        parts: items.map((item, i) => ({ id: `${file.name}/${i}`, item })),
        left: issues.length,
        firstProblem: first ? `Line ${first.line}: ${first.message}` : null,
      });
    } catch {
      setFailure(`${file.name} could not be read. Use a CSV file.`);
    }
  };
  return (
    <div className="mb-1 flex flex-col gap-1 text-[13px]">
      <label htmlFor={id} className="narrow font-[600] text-soft">
        A catalogue file as well
      </label>
      <input
        id={id}
        type="file"
        accept=".csv,text/csv"
        className="max-w-[230px] text-[13px] file:mr-2 file:min-h-[44px] file:rounded-[3px] file:border file:border-accent file:bg-sheet file:px-3 file:text-accent"
        onChange={(e) => open(e.target.files?.[0])}
      />
      {opened ? (
        <p role="status">
          {opened.parts.length} {opened.parts.length === 1 ? 'part' : 'parts'} of {opened.name}
          {opened.left > 0 ? `; ${opened.left} left out. ${opened.firstProblem ?? ''}` : ''}
        </p>
      ) : null}
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
    </div>
  );
}
