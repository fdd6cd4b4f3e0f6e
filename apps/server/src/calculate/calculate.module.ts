import { Module } from '@nestjs/common';
import { CalculateController } from './calculate.controller.ts';

@Module({ controllers: [CalculateController] })
export class CalculateModule {}
