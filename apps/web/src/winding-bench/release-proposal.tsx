/** Whether a kept proposal is the plan, and the lead's key that makes it so. */
import { useReleaseProposalMutation, useSessionQuery, type MotorFile } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Key } from '../kit/key.tsx';
import { ageOf } from '../kit/time.ts';

/** A kept proposal is wound when a lead has released it; everybody sees which it is. */
export function ReleaseProposal({ file }: { file: MotorFile }) {
  const { data: session } = useSessionQuery();
  const [release, { isLoading }] = useReleaseProposalMutation();
  const act = useAct();
  const proposal = file.windings.find((w) => w.role === 'proposed')!;
  const { number } = file.motor;
  if (proposal.releasedAt)
    return (
      <p className="text-[14px] text-graphite">
        Released by {proposal.releasedBy}, {ageOf(proposal.releasedAt)} ago: this is wound.
      </p>
    );
  return (
    <div className="border-l-[3px] border-copper pl-3 text-[15px]">
      <b>Only proposed.</b> The traveller goes by the winding as found until a lead releases it.
      {session?.role === 'lead' && (
        <div className="mt-2">
          <Key
            primary
            disabled={isLoading}
            onClick={() =>
              void act(
                unwrap(release({ writeId: crypto.randomUUID(), number, version: proposal.version })),
                'Released: this is wound.',
              )
            }
          >
            Release it
          </Key>
        </div>
      )}
    </div>
  );
}
