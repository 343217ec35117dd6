import { NavLink } from '@/ui/NavLink';

/**
 * On every page of the practice bay: there is no such car, and nothing of it is kept. @param seed the car, to be told
 * to somebody else
 */
export function PracticeMark({ seed }: { seed?: string }) {
  return (
    <p className="flex flex-wrap items-baseline gap-x-4 border-l-4 border-accent bg-accent-wash px-3 py-2 text-[14px]">
      <span className="font-[640]">Practice: this car is not there, and nothing of it is kept.</span>
      {seed ? (
        <>
          <span>
            Car <span className="figure">{seed}</span>
          </span>
          <NavLink href="/practice" className="text-accent underline underline-offset-4">
            All lessons
          </NavLink>
        </>
      ) : null}
    </p>
  );
}
