import { Module } from '@nestjs/common';
import { MotorsController } from './motors.controller.ts';
import { MotorsRepository } from './motors.repository.ts';
import { RoutesModule } from '../routes/routes.module.ts';
import { MotorsService } from './motors.service.ts';

@Module({
  imports: [RoutesModule],
  controllers: [MotorsController],
  providers: [MotorsService, MotorsRepository],
  exports: [MotorsService, MotorsRepository],
})
export class MotorsModule {}
