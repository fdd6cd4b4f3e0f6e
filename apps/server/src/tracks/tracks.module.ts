import { Module } from '@nestjs/common';
import { MotorsModule } from '../motors/motors.module.ts';
import { StoresModule } from '../stores/stores.module.ts';
import { WindingsModule } from '../windings/windings.module.ts';
import { TracksController } from './tracks.controller.ts';
import { TracksRepository } from './tracks.repository.ts';
import { TracksService } from './tracks.service.ts';

@Module({
  imports: [MotorsModule, StoresModule, WindingsModule],
  controllers: [TracksController],
  providers: [TracksService, TracksRepository],
})
export class TracksModule {}
