'use client';

import { useRef, useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { makeBackup, restoreBackup, restoreUpload } from './backupActions';

export interface BackupLine {
  readonly name: string;
  /** Worded: when, why, how large. */
  readonly made: string;
  readonly why: string;
  readonly size: string;
}

/**
 * Backups of the data folder: made by themselves every hour that is worked in, or now; put back after a second look.
 */
export function Backups({
  lines,
  folder,
  where,
  room,
}: {
  lines: readonly BackupLine[];
  folder: string;
  /** Where the backups lie. */
  where: string;
  /** What they take of their disk, in words. */
  room: string;
}) {
  const [failure, setFailure] = useState<string | null>(null);
  const [asked, setAsked] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const file = useRef<HTMLInputElement>(null);
  const run = (work: () => ReturnType<typeof makeBackup>) =>
    start(async () => {
      const result = await ask(work);
      setFailure(result.ok ? null : result.message);
      setAsked(null);
    });
  const upload = () => {
    const picked = file.current?.files?.[0];
    if (picked) run(() => restoreUpload(picked));
  };
  return (
    <div className="flex flex-col gap-3 text-[14px]">
      <p className="max-w-[76ch] text-soft">
        Every hour that something was entered in, and before a new release changes the folder, a backup of{' '}
        <span className="figure break-all">{folder}</span> is made in <span className="figure break-all">{where}</span>.
        A disk that breaks takes both where they lie on one: download a backup and keep it elsewhere, or start with
        VECTIS_BACKUPS on another disk. {room}
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <Button look="main" disabled={busy} onClick={() => run(makeBackup)}>
          Back up now
        </Button>
        <label className="flex flex-wrap items-center gap-2">
          <span className="text-[13px] font-[600] text-soft">A backup from elsewhere</span>
          <input
            ref={file}
            type="file"
            accept=".zip,application/zip"
            onChange={() => setAsked('file')}
            className="max-w-[260px] text-[13px] file:mr-2 file:min-h-[44px] file:rounded-[3px] file:border file:border-accent file:bg-sheet file:px-3 file:text-accent"
          />
        </label>
        {busy ? <span role="status">Working …</span> : null}
      </div>
      {asked === 'file' ? <Confirm busy={busy} onYes={upload} onNo={() => setAsked(null)} /> : null}
      {failure ? (
        <p role="alert" className="font-[560] text-stop">
          {failure}
        </p>
      ) : null}
      {lines.length === 0 ? (
        <p className="text-soft">No backup yet.</p>
      ) : (
        <ul className="divide-y divide-line border-y border-line" aria-label="Backups">
          {lines.map((b) => (
            <li key={b.name} className="flex flex-wrap items-center gap-x-4 py-1">
              <span className="figure">{b.made}</span>
              <span className="flex-1 text-soft">{b.why}</span>
              <span className="figure">{b.size}</span>
              <a
                href={`/api/backup/${b.name}`}
                download
                className="touch inline-flex items-center text-accent underline underline-offset-4"
                aria-label={`Download the backup of ${b.made}`}
              >
                Download
              </a>
              <button
                type="button"
                disabled={busy}
                onClick={() => setAsked(b.name)}
                className="touch text-accent underline underline-offset-4"
                aria-label={`Put back the backup of ${b.made}`}
              >
                Put back
              </button>
              {asked === b.name ? (
                <Confirm busy={busy} onYes={() => run(() => restoreBackup(b.name))} onNo={() => setAsked(null)} />
              ) : null}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

function Confirm({ busy, onYes, onNo }: { busy: boolean; onYes: () => void; onNo: () => void }) {
  return (
    <div className="flex basis-full flex-wrap items-center gap-3 border-l-4 border-caution py-1 pl-3">
      <p>
        What was entered since then is not in it. The data as it is now is kept beside it in the folder, and every
        screen shows the older state.
      </p>
      <Button disabled={busy} onClick={onYes}>
        Put it in place
      </Button>
      <Button look="quiet" onClick={onNo}>
        Leave as it is
      </Button>
    </div>
  );
}
