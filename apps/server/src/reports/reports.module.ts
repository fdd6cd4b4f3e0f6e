import { type DynamicModule, Module } from '@nestjs/common';
import { MotorsModule } from '../motors/motors.module.ts';
import { FONT_FOLDER, ReportsController } from './reports.controller.ts';

@Module({})
export class ReportsModule {
  static at(fontFolder: string): DynamicModule {
    return {
      module: ReportsModule,
      imports: [MotorsModule],
      controllers: [ReportsController],
      providers: [{ provide: FONT_FOLDER, useValue: fontFolder }],
    };
  }
}
