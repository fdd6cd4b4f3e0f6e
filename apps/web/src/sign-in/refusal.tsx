/** Why one was not let in, said over the key. */
import { problemOf } from '../app/api.ts';

export function Refusal({ error }: { readonly error: unknown }) {
  if (!error) return null;
  return (
    <p role="alert" className="text-[15px] font-[620] text-carmine">
      {problemOf(error).title}
    </p>
  );
}
