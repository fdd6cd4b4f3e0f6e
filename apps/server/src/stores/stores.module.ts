import { Module } from '@nestjs/common';
import { StoresController } from './stores.controller.ts';
import { StoresRepository } from './stores.repository.ts';
import { StoresService } from './stores.service.ts';

@Module({
  controllers: [StoresController],
  providers: [StoresService, StoresRepository],
  exports: [StoresRepository],
})
export class StoresModule {}
