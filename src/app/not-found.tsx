import { LinkButton } from '@/ui/Button';

export default function NotFound() {
  return (
    <main className="mx-auto flex max-w-[640px] flex-col gap-4 p-8">
      <h1>Not here</h1>
      <p>There is no such vehicle, job or page. It may have been archived, or the address was cut short.</p>
      <LinkButton href="/" className="self-start">
        Day board
      </LinkButton>
    </main>
  );
}
