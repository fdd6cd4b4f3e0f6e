/** Every computation of the core without storing anything, for scripts and spreadsheets. */
import { Body, Controller, HttpCode, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import {
  analyseWinding,
  checkDataCard,
  circuitsThatWork,
  connectionList,
  CORE_VERSION,
  judgeTest,
  layOut,
  proposePoles,
  readNameplate,
  readShorthand,
  type Outcome,
} from '@norther/core';
import { readOvenLog, TestKindName, TypedFields } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';
import { badInput } from '../http/problem.ts';

const Whole = z.int().min(1).max(100_000);
const Positive = z.number().positive().max(1e7);
const Winding = z.object({
  slots: Whole,
  poles: Whole,
  pitch: Whole,
  turnsPerCoil: Whole,
  wires: z
    .array(
      z.object({
        count: z.int().min(1).max(200),
        bareDiameterMm: z.number().positive().max(10),
        overEnamelMm: z.number().positive().max(11).optional(),
      }),
    )
    .min(1)
    .max(4),
  circuits: Whole,
  connection: z.enum(['star', 'delta']),
});

class WindingRequest extends createZodDto(
  z.object({
    winding: Winding,
    core: z
      .object({
        boreDiameterMm: Positive.optional(),
        coreLengthMm: Positive.optional(),
        ductsMm: z.number().min(0).max(1e5).optional(),
        backIronMm: Positive.optional(),
        toothWidthMm: Positive.optional(),
        slotAreaMm2: Positive.optional(),
        meanTurnMm: Positive.optional(),
      })
      .default({}),
    supply: z
      .object({
        voltageV: Positive.optional(),
        frequencyHz: Positive.optional(),
        currentA: Positive.optional(),
        cooling: z.enum(['enclosed-fan', 'enclosed', 'open']).optional(),
      })
      .default({}),
    working: z.boolean().default(true),
  }),
) {}
class ConnectionRequest extends createZodDto(
  z.object({
    slots: Whole,
    poles: Whole,
    pitch: Whole,
    circuits: Whole,
    connection: z.enum(['star', 'delta']),
    marks: z.enum(['iec', 'nema']).default('iec'),
  }),
) {}
class CardRequest extends createZodDto(
  z.object({
    typed: TypedFields.default({}),
    line: z.string().max(300).optional(),
    plate: TypedFields.default({}),
  }),
) {}
class TestRequest extends createZodDto(
  z.object({
    kind: TestKindName,
    typed: TypedFields,
    plate: TypedFields.default({}),
    card: TypedFields.optional(),
    csv: z.string().max(2_000_000).optional(),
  }),
) {}
class PolesRequest extends createZodDto(z.object({ speedRpm: Positive, frequencyHz: Positive })) {}

function valueOf<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw badInput(outcome.findings);
  return outcome.value;
}
const answer = <T extends object>(body: T) => ({ core: CORE_VERSION, ...body });
/** Absent optional fields arrive as undefined; the core wants them left out. */
const present = <T extends object>(o: T) =>
  Object.fromEntries(Object.entries(o).filter(([, v]) => v !== undefined)) as {
    [K in keyof T]: Exclude<T[K], undefined>;
  };

@ApiTags('reckon')
@Controller('reckon')
export class ReckonController {
  @Post('winding')
  @HttpCode(200)
  winding(@Body() body: WindingRequest) {
    const winding = { ...body.winding, wires: body.winding.wires.map(present) };
    return answer({
      ...valueOf(
        analyseWinding({ winding, core: present(body.core), supply: present(body.supply) }, body.working),
      ),
      circuitsThatWork: circuitsThatWork(winding),
    });
  }

  @Post('connection')
  @HttpCode(200)
  connection(@Body() { circuits, connection, marks, ...lap }: ConnectionRequest) {
    return answer(valueOf(connectionList(valueOf(layOut(lap)), { circuits, connection, marks })));
  }

  @Post('data-card')
  @HttpCode(200)
  card(@Body() { typed, line, plate }: CardRequest) {
    const shorthand = line === undefined ? null : readShorthand(line);
    const { plate: read, findings } = readNameplate(plate);
    return answer({
      shorthand,
      plateFindings: findings,
      ...checkDataCard({ ...shorthand?.fills, ...typed }, read),
    });
  }

  @Post('test')
  @HttpCode(200)
  test(@Body() { kind, typed, plate, card, csv }: TestRequest) {
    const read = readNameplate(plate).plate;
    const log = csv === undefined ? null : valueOf(readOvenLog(csv));
    const checked = card ? checkDataCard(card, read, false) : null;
    const outcome = judgeTest(kind, typed, {
      plate: read,
      analysis: checked?.analysis ?? null,
      meanTurnMeasured: checked?.card.meanTurn !== undefined,
      ...(log ? { log } : {}),
    });
    if (!outcome.ok) throw badInput(outcome.findings);
    return answer(outcome);
  }

  @Post('poles')
  @HttpCode(200)
  poles(@Body() { speedRpm, frequencyHz }: PolesRequest) {
    return answer({ proposed: proposePoles(speedRpm, frequencyHz) });
  }
}
