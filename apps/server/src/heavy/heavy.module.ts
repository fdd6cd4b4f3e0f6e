import { type DynamicModule, Global, Module } from '@nestjs/common';
import { Heavy, THREADS, type Threads } from './heavy.ts';

@Global()
@Module({})
export class HeavyModule {
  static with(threads: Threads): DynamicModule {
    return {
      module: HeavyModule,
      providers: [{ provide: THREADS, useValue: threads }, Heavy],
      exports: [Heavy],
    };
  }
}
