import { Module } from '@nestjs/common';
import { ADDRESS_CONTROLLERS } from './address-controllers.ts';
import { CalculateController } from './calculate.controller.ts';

@Module({ controllers: [CalculateController, ...ADDRESS_CONTROLLERS] })
export class CalculateModule {}
