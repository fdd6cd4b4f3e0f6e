import { Module } from '@nestjs/common';
import { MotorsModule } from '../motors/motors.module.ts';
import { ExchangeController } from './exchange.controller.ts';
import { ExchangeService } from './exchange.service.ts';

@Module({
  imports: [MotorsModule],
  controllers: [ExchangeController],
  providers: [ExchangeService],
})
export class ExchangeModule {}
