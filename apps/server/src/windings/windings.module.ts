import { Module } from '@nestjs/common';
import { MotorsModule } from '../motors/motors.module.ts';
import { WindingsController } from './windings.controller.ts';
import { WindingsRepository } from './windings.repository.ts';
import { WindingsService } from './windings.service.ts';

@Module({
  imports: [MotorsModule],
  controllers: [WindingsController],
  providers: [WindingsService, WindingsRepository],
  exports: [WindingsRepository],
})
export class WindingsModule {}
