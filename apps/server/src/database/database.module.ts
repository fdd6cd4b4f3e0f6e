import { type DynamicModule, Global, Module } from '@nestjs/common';
import { Database, DATABASE_URL, makePool, POOL } from './database.ts';
import { Writer } from './write.ts';

@Global()
@Module({})
export class DatabaseModule {
  static at(url: string): DynamicModule {
    return {
      module: DatabaseModule,
      providers: [
        { provide: DATABASE_URL, useValue: url },
        { provide: POOL, useFactory: () => makePool(url) },
        Database,
        Writer,
      ],
      exports: [Database, Writer, DATABASE_URL],
    };
  }
}
