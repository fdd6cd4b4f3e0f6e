import { type DynamicModule, Global, Module } from '@nestjs/common';
import { Heavy, WORKER_FILE } from './heavy.ts';

@Global()
@Module({})
export class HeavyModule {
  static with(workerFile: string): DynamicModule {
    return {
      module: HeavyModule,
      providers: [{ provide: WORKER_FILE, useValue: workerFile }, Heavy],
      exports: [Heavy],
    };
  }
}
