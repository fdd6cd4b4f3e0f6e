/** What an instrument of the shop measured last, asked at its address: only read, never set going. */
import { Controller, Get, Module, Param, ParseUUIDPipe } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { finding, instrumentAddress } from '@norther/core';
import { badInput, Problem } from '../http/problem.ts';
import { Who } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { SuppliesModule } from '../stores/supplies.module.ts';
import { SuppliesService } from '../stores/supplies.service.ts';
import { askLine, askLines, type LineAddress } from './ask-lines.ts';
import {
  readHello,
  readMachineRun,
  readRunLog,
  readWaves,
  type Bench,
  type BenchKind,
} from './bench-line.ts';

@ApiTags('stores')
@Controller('stores/instruments/:id/last')
export class BenchController {
  constructor(private readonly supplies: SuppliesService) {}

  /** A run of a balancing machine, or the waves of a surge tester; whole or not at all. */
  @Get()
  async last(@Who() person: Person, @Param('id', ParseUUIDPipe) id: string) {
    const { of } = await this.supplies.instrument(person, id);
    const address = instrumentAddress(of.typed);
    if (!address)
      throw badInput([
        finding('stop', 'instrument.no-address', `${of.name} has no address that can be asked.`, ['line']),
      ]);
    try {
      const bench = readHello(await askLine(address, 'HELLO'));
      refuseStranger(of.typed['serial'], bench, of.name);
      return { instrument: id, serial: bench.serial, ...(await MEASURED[bench.does](address)) };
    } catch (error) {
      if (error instanceof Problem) throw error;
      const title = `${of.name}: ${(error as Error).message}`;
      throw new Problem(502, title, [finding('stop', 'instrument.not-read', title, ['line'])]);
    }
  }
}

const MEASURED: Readonly<Record<BenchKind, (address: LineAddress) => Promise<object>>> = {
  balancer: async (address) => ({ run: readMachineRun(await askLine(address, 'LAST')) }),
  'surge-tester': async (address) => ({ waves: readWaves(await askLines(address, 'WAVES')) }),
  dynamometer: async (address) => ({ log: readRunLog(await askLines(address, 'LOG')) }),
};

/** Another instrument at that address is not the one whose calibration stands on the list. */
function refuseStranger(serial: string | undefined, bench: Bench, name: string) {
  if (serial?.trim() && bench.serial && serial.trim() !== bench.serial)
    throw new Error(
      `the one at this address has the serial number ${bench.serial}, not ${serial.trim()}. Correct ${name} on the list, or its address.`,
    );
}

@Module({ imports: [SuppliesModule], controllers: [BenchController] })
export class BenchModule {}
