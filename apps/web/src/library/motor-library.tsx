/** The library for one motor: its core from the card, a sister's winding onto its proposal. */
import { proposePoles } from '@norther/core';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useSaveWindingMutation, type MotorFile } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { useCard } from '../data-card/use-card.ts';
import { FootKeys, Key } from '../kit/key.tsx';
import { MotorSheet } from '../sheet/motor-sheet.tsx';
import { LibrarySheet } from './library-sheet.tsx';

export function MotorLibrary() {
  return <MotorSheet>{(file) => <OfMotor key={file.motor.number} file={file} />}</MotorSheet>;
}

function OfMotor({ file }: { readonly file: MotorFile }) {
  const { motor } = file;
  const card = useCard(file, 'as-found');
  const proposal = file.windings.find((w) => w.role === 'proposed');
  const [send, { isLoading }] = useSaveWindingMutation();
  const act = useAct();
  const navigate = useNavigate();
  const own = useMemo(
    () => ({ number: motor.number, plate: motor.plate, card: card.typed }),
    [motor.number, motor.plate, card.typed],
  );
  const { speedRpm = 0, frequencyHz = 0 } = card.plate;
  const fill = async (fills: Readonly<Record<string, string>>) => {
    // The iron is on the card as found: without it nothing of the proposal could be worked out.
    if (card.open) await card.save();
    const problem = await act(
      unwrap(
        send({
          writeId: crypto.randomUUID(),
          number: motor.number,
          role: 'proposed',
          change: {
            typed: { ...fills },
            version: proposal?.version ?? 0,
            why: `taken from ${fills['takenFrom']}`,
          },
        }),
      ),
      `The proposal is filled, taken from ${fills['takenFrom']}.`,
    );
    if (!problem) await navigate(`/motor/${encodeURIComponent(motor.number)}/winding`);
  };
  return (
    <LibrarySheet
      kind={motor.kind}
      typed={card.typed}
      onType={card.type}
      assumedPoles={proposePoles(speedRpm, frequencyHz)?.poles}
      own={own}
      file={file}
      shop={card.shop}
      standing={proposal?.typed ?? {}}
      saving={isLoading || card.saving}
      onFill={(fills) => void fill(fills)}
      after={
        card.open && (
          <FootKeys>
            <Key disabled={card.saving} onClick={() => void card.save()}>
              Keep it on the card
            </Key>
          </FootKeys>
        )
      }
    />
  );
}
