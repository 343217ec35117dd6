/** Keys of a view, named where a keyboard may be at hand. */
export const KeysLine = ({ children }: { children: string }) => (
  <p className="no-print text-[13px] text-soft pointer-coarse:hidden">Keys: {children}</p>
);
