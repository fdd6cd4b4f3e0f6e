import { Module } from '@nestjs/common';
import { MotorsModule } from '../motors/motors.module.ts';
import { SuppliesModule } from '../stores/supplies.module.ts';
import { TestPanelController } from './test-panel.controller.ts';
import { TestPanelRepository } from './test-panel.repository.ts';
import { TestPanelService } from './test-panel.service.ts';

@Module({
  imports: [MotorsModule, SuppliesModule],
  controllers: [TestPanelController],
  providers: [TestPanelService, TestPanelRepository],
})
export class TestPanelModule {}
