'use client';

/** The first thing that Tab reaches on every page: past the heading and the rail, to the work. */
export function SkipLink() {
  return (
    <button
      type="button"
      onClick={() => {
        const main = document.querySelector('main');
        if (!main) return;
        main.tabIndex = -1;
        main.focus();
      }}
      className="no-print sr-only focus:not-sr-only focus:absolute focus:top-1 focus:left-1 focus:z-50 focus:rounded-[3px] focus:border focus:border-accent focus:bg-sheet focus:px-4 focus:py-3 focus:text-ink"
    >
      Go to the work on this page
    </button>
  );
}
