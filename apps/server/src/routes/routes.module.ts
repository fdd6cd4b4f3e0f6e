import { Module } from '@nestjs/common';
import { RoutesController } from './routes.controller.ts';
import { RoutesRepository } from './routes.repository.ts';
import { RoutesService } from './routes.service.ts';

@Module({
  controllers: [RoutesController],
  providers: [RoutesService, RoutesRepository],
  exports: [RoutesService, RoutesRepository],
})
export class RoutesModule {}
