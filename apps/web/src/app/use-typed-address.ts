/** Fields that are typed and kept in the address: each stroke is there at once, and the address follows. */
import { useEffect, useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';

type Fields = Readonly<Record<string, string>>;

/** Marks an address that was written from the fields: when it arrives late it is no other page. */
const OWN = { typed: true };
const isOwn = (state: unknown) => (state as { typed?: boolean } | null)?.typed === true;

/**
 * The router hands an address on a while after it was set, and two changes within that while would both begin from the old
 * one: a field would be lost. So what is typed is held here, and the address is written from it.
 */
export function useTypedAddress() {
  const location = useLocation();
  const [address, setAddress] = useSearchParams();
  const [typed, setTyped] = useState<Fields>(() => Object.fromEntries(address));
  const [seen, setSeen] = useState(location.key);
  if (seen !== location.key) {
    setSeen(location.key);
    if (!isOwn(location.state)) setTyped(Object.fromEntries(address));
  }
  const wanted = new URLSearchParams(typed).toString();
  useEffect(() => {
    setAddress(wanted, { replace: true, state: OWN });
    // Only what is typed writes the address: an address that comes from elsewhere is taken over above.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [wanted]);
  return {
    typed,
    type: (fields: Fields) =>
      setTyped((before) =>
        Object.fromEntries(
          Object.entries({ ...before, ...fields }).filter(([, value]) => value.trim() !== ''),
        ),
      ),
    clear: () => setTyped({}),
  };
}
