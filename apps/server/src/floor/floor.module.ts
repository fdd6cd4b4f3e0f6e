import { Controller, Get, Module } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Who } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { RoutesModule } from '../routes/routes.module.ts';
import { FloorRepository } from './floor.repository.ts';
import { FloorService } from './floor.service.ts';

@ApiTags('floor')
@Controller('floor')
export class FloorController {
  constructor(private readonly floor: FloorService) {}

  @Get()
  all(@Who() person: Person) {
    return this.floor.floor(person.shopId);
  }
}

@Module({
  imports: [RoutesModule],
  controllers: [FloorController],
  providers: [FloorRepository, FloorService],
  exports: [FloorService],
})
export class FloorModule {}
