import { Module } from '@nestjs/common';
import { PeopleController } from './people.controller.ts';
import { PeopleRepository } from './people.repository.ts';
import { PeopleService } from './people.service.ts';

@Module({
  controllers: [PeopleController],
  providers: [PeopleService, PeopleRepository],
  exports: [PeopleService],
})
export class PeopleModule {}
