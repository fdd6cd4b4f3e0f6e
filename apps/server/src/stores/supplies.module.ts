import { Module } from '@nestjs/common';
import { MotorsModule } from '../motors/motors.module.ts';
import { NamedItemsModule } from '../named-items/named-items.module.ts';
import { StoresModule } from './stores.module.ts';
import { SuppliesController } from './supplies.controller.ts';
import { SuppliesRepository } from './supplies.repository.ts';
import { SuppliesService } from './supplies.service.ts';

@Module({
  imports: [MotorsModule, NamedItemsModule, StoresModule],
  controllers: [SuppliesController],
  providers: [SuppliesService, SuppliesRepository],
  exports: [SuppliesService],
})
export class SuppliesModule {}
