'use client';

import { Button, LinkButton } from '@/ui/Button';

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <main className="mx-auto flex max-w-[640px] flex-col gap-4 p-8">
      <h1>This page could not be drawn</h1>
      <p>
        Everything that was saved is still in the data folder. Try again; if it stays, the console of the server says
        why.
      </p>
      <div className="flex gap-3">
        <Button look="main" onClick={reset}>
          Try again
        </Button>
        <LinkButton href="/">Day board</LinkButton>
      </div>
    </main>
  );
}
