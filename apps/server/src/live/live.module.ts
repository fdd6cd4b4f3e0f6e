import { Controller, type DynamicModule, Module, Req, Sse } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { FloorModule } from '../floor/floor.module.ts';
import { Who, type SignedRequest } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { LISTEN_URL, LiveService } from './live.service.ts';

@ApiTags('live')
@Controller('live')
export class LiveController {
  constructor(private readonly live: LiveService) {}

  @Sse()
  changes(@Who() person: Person, @Req() request: SignedRequest) {
    return this.live.changesOf(person.shopId, request.sessionKey!);
  }
}

@Module({})
export class LiveModule {
  static at(url: string): DynamicModule {
    return {
      module: LiveModule,
      imports: [FloorModule],
      controllers: [LiveController],
      providers: [{ provide: LISTEN_URL, useValue: url }, LiveService],
      exports: [LiveService],
    };
  }
}
