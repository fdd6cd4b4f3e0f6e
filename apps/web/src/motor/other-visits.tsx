/** The other times that this machine was here. */
import { Link } from 'react-router';
import { useOtherVisitsQuery } from '../app/api.ts';
import { showDay } from '../kit/moments.ts';

export function OtherVisits({ number }: { readonly number: string }) {
  const { data: visits = [] } = useOtherVisitsQuery(number);
  if (visits.length === 0) return null;
  return (
    <section aria-label="Other visits" className="mb-3 border-b border-hair pb-2">
      <h2 className="text-[15px] font-[650]">
        Here {visits.length === 1 ? 'one other time' : `${visits.length} other times`}
      </h2>
      <ul>
        {visits.map((v) => (
          <li key={v.number} className="text-[14px]">
            <Link to={`/motor/${encodeURIComponent(v.number)}`} className="fig underline">
              {v.number}
            </Link>
            , {showDay(v.arrivedAt)}
            {v.shippedAt ? ` to ${showDay(v.shippedAt)}` : ', still here'}, for {v.customer}
          </li>
        ))}
      </ul>
    </section>
  );
}
