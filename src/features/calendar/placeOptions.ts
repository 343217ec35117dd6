/** Places to pick for a booking. A shop that has named none gets its first bay with its first booking. */
export const placeOptions = (
  places: readonly { readonly id: string; readonly name: string }[],
): { value: string; label: string }[] =>
  places.length === 0
    ? [{ value: '', label: 'Bay 1, made with this booking' }]
    : places.map((r) => ({ value: r.id, label: r.name }));
