import { type DynamicModule, Global, Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { PeopleController, SECURE_COOKIES } from './people.controller.ts';
import { PeopleRepository } from './people.repository.ts';
import { PeopleService } from './people.service.ts';
import { SessionGuard } from './session.guard.ts';
import { SignInLimits } from './sign-in-limits.ts';

@Global()
@Module({})
export class PeopleModule {
  static with(secureCookies: boolean): DynamicModule {
    return {
      module: PeopleModule,
      controllers: [PeopleController],
      providers: [
        PeopleService,
        PeopleRepository,
        SignInLimits,
        { provide: SECURE_COOKIES, useValue: secureCookies },
        { provide: APP_GUARD, useClass: SessionGuard },
      ],
      exports: [PeopleService],
    };
  }
}
