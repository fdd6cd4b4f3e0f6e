/** Puts the application together; the same for serving and for the tests. */
import { type DynamicModule, Get, Module, Controller, RequestMethod } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import compression from 'compression';
import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import { cleanupOpenApiDoc, ZodValidationPipe } from 'nestjs-zod';
import { DatabaseModule } from './database/database.module.ts';
import { ExchangeModule } from './exchange/exchange.module.ts';
import { ProblemFilter } from './http/problem.filter.ts';
import { LiveModule } from './live/live.module.ts';
import { MotorsModule } from './motors/motors.module.ts';
import { PeopleModule } from './people/people.module.ts';
import { PeopleService } from './people/people.service.ts';
import { requireSession } from './people/session.guard.ts';
import { ReckonModule } from './reckon/reckon.module.ts';
import { ReportsModule } from './reports/reports.module.ts';
import { StoresModule } from './stores/stores.module.ts';
import { TestPanelModule } from './test-panel/test-panel.module.ts';
import { TracksModule } from './tracks/tracks.module.ts';
import { WindingsModule } from './windings/windings.module.ts';

export interface AppSettings {
  readonly databaseUrl: string;
  readonly fontFolder: string;
  /** Built web application; absent in tests of the API alone. */
  readonly webFolder?: string;
  readonly quiet?: boolean;
}

@Controller('health')
class HealthController {
  @Get()
  health() {
    return { norther: 'alive' };
  }
}

@Module({})
class AppModule {
  static with(s: AppSettings): DynamicModule {
    return {
      module: AppModule,
      imports: [
        DatabaseModule.at(s.databaseUrl),
        LiveModule.at(s.databaseUrl),
        PeopleModule,
        MotorsModule,
        WindingsModule,
        TracksModule,
        TestPanelModule,
        StoresModule,
        ExchangeModule,
        ReportsModule.at(s.fontFolder),
        ReckonModule,
      ],
      controllers: [HealthController],
    };
  }
}

export async function makeApp(settings: AppSettings): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(settings), {
    logger: settings.quiet ? ['error'] : ['error', 'warn'],
    bodyParser: false,
  });
  app.useBodyParser('json', { limit: '20mb' });
  app.use(
    helmet({
      // Served over plain http in the workshop's own network: no forced upgrade to https.
      contentSecurityPolicy: { directives: { upgradeInsecureRequests: null } },
      strictTransportSecurity: false,
    }),
  );
  app.use(compression({ filter: (req, res) => req.path !== '/api/live' && compression.filter(req, res) }));
  app.use(requireSession(app.get(PeopleService)));
  app.setGlobalPrefix('api', { exclude: [{ path: '/', method: RequestMethod.GET }] });
  app.useGlobalPipes(new ZodValidationPipe());
  app.useGlobalFilters(new ProblemFilter());
  const contract = new DocumentBuilder()
    .setTitle('Norther')
    .setDescription('Every write needs X-Write-Id. Refusals are application/problem+json with findings.')
    .setVersion('1')
    .build();
  SwaggerModule.setup('api/docs', app, () => cleanupOpenApiDoc(SwaggerModule.createDocument(app, contract)));
  if (settings.webFolder) {
    const root = settings.webFolder;
    app.useStaticAssets(root, {
      setHeaders: (res, path) => {
        // Built files carry their hash in their name.
        (res as Response).setHeader(
          'Cache-Control',
          path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
        );
      },
    });
    app.use((req: Request, res: Response, next: NextFunction) =>
      req.method === 'GET' && !req.path.startsWith('/api') ? res.sendFile('index.html', { root }) : next(),
    );
  }
  return app;
}
