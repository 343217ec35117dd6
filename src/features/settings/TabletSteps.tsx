/** Three drawings of a tablet: it reads a code, it trusts a certificate, it has the program on its home screen. */
const TABLET = (
  <rect x="8" y="6" width="104" height="78" rx="6" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
);

function Picture({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <svg viewBox="0 0 120 90" role="img" aria-label={title} className="w-[150px] shrink-0">
      {TABLET}
      {children}
    </svg>
  );
}

export const ScanPicture = () => (
  <Picture title="A tablet’s camera on a code">
    <g fill="none" stroke="var(--accent)" strokeWidth="3">
      <path d="M36 32v-10h10M74 22h10v10M84 58v10h-10M46 68h-10v-10" />
    </g>
    <g fill="var(--ink)">
      <path d="M44 30h10v10h-10zM66 30h10v10h-10zM44 50h10v10h-10zM58 44h6v6h-6zM66 52h4v8h-4zM72 48h4v6h-4z" />
    </g>
  </Picture>
);

export const TrustPicture = () => (
  <Picture title="A tablet that trusts the certificate">
    <g fill="none" stroke="var(--ink)" strokeWidth="3">
      <rect x="44" y="42" width="32" height="26" rx="3" />
      <path d="M50 42v-7a10 10 0 0 1 20 0v7" />
    </g>
    <path d="M52 55l6 6 11-12" fill="none" stroke="var(--pass)" strokeWidth="4" />
  </Picture>
);

export const HomePicture = () => (
  <Picture title="A tablet with Vectis on its home screen">
    <g fill="var(--sunk)" stroke="var(--line-strong)">
      <rect x="22" y="20" width="18" height="18" rx="4" />
      <rect x="51" y="20" width="18" height="18" rx="4" />
      <rect x="22" y="50" width="18" height="18" rx="4" />
      <rect x="51" y="50" width="18" height="18" rx="4" />
      <rect x="80" y="50" width="18" height="18" rx="4" />
    </g>
    <rect x="78" y="18" width="22" height="22" rx="4" fill="var(--accent)" />
    <g stroke="var(--accent-ink)" strokeWidth="3">
      <path d="M83 24v10M89 22v14M95 24v10" />
    </g>
  </Picture>
);
