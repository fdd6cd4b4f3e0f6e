import { Module } from '@nestjs/common';
import { MotorsModule } from '../motors/motors.module.ts';
import { TracksController } from './tracks.controller.ts';
import { TracksRepository } from './tracks.repository.ts';
import { TracksService } from './tracks.service.ts';

@Module({
  imports: [MotorsModule],
  controllers: [TracksController],
  providers: [TracksService, TracksRepository],
})
export class TracksModule {}
