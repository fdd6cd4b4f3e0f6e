import { type DynamicModule, Module } from '@nestjs/common';
import { MotorsModule } from '../motors/motors.module.ts';
import { StoresModule } from '../stores/stores.module.ts';
import { PlanController } from './plan.controller.ts';
import { DossierController } from './dossier/dossier.controller.ts';
import { FONT_FOLDER } from './font-folder.ts';
import { ReportsController } from './reports.controller.ts';

@Module({})
export class ReportsModule {
  static at(fontFolder: string): DynamicModule {
    return {
      module: ReportsModule,
      imports: [MotorsModule, StoresModule],
      controllers: [ReportsController, DossierController, PlanController],
      providers: [{ provide: FONT_FOLDER, useValue: fontFolder }],
    };
  }
}
