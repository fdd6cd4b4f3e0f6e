/** A motor taken in by mistake leaves the floor, with a reason, and can be put back. */
import { useState } from 'react';
import { useSessionQuery, useWithdrawMotorMutation, type MotorFile } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Key } from '../kit/key.tsx';
import { ReasonDialog } from '../kit/reason-dialog.tsx';

export function Withdraw({ file }: { file: MotorFile }) {
  const { data: session } = useSessionQuery();
  const [asking, setAsking] = useState(false);
  const [send] = useWithdrawMotorMutation();
  const act = useAct();
  if (session?.role !== 'lead' || file.motor.shippedAt) return null;
  const back = file.motor.withdrawnAt !== null;
  const { number } = file.motor;
  return (
    <div className="mt-8 border-t border-hair pt-3">
      <Key className="min-h-11 text-carmine" onClick={() => setAsking(true)}>
        {back ? 'Put it back on the floor' : 'Withdraw: taken in by mistake'}
      </Key>
      <ReasonDialog
        title={back ? `Put motor ${number} back` : `Withdraw motor ${number}`}
        text={
          back
            ? 'It stands on the floor again as it was.'
            : 'It leaves the floor. Its record stays, can be found, and can be put back.'
        }
        action={back ? 'Put it back' : 'Withdraw it'}
        open={asking}
        onOpen={setAsking}
        onReason={(reason) =>
          void act(
            unwrap(
              send({ writeId: crypto.randomUUID(), number, reason, act: back ? 'restore' : 'withdraw' }),
            ),
            back ? `Motor ${number} is on the floor again.` : `Motor ${number} is withdrawn.`,
          )
        }
      />
    </div>
  );
}
