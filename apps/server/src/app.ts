/** Puts the application together; the same for serving and for the tests. */
import { type DynamicModule, Module, RequestMethod } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { HEARD_HEADER } from '@norther/records';
import compression from 'compression';
import type { NextFunction, Request, Response } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Server } from 'node:http';
import { Logger as FrameworkLogger, LoggerModule } from 'nestjs-pino';
import type { Logger } from 'pino';
import { cleanupOpenApiDoc, ZodValidationPipe } from 'nestjs-zod';
import { AttachmentsModule } from './attachments/attachments.module.ts';
import { BenchModule } from './bench/bench.module.ts';
import { CalculateModule } from './calculate/calculate.module.ts';
import { DatabaseModule } from './database/database.module.ts';
import { ExchangeModule } from './exchange/exchange.module.ts';
import { FloorModule } from './floor/floor.module.ts';
import { HealthController } from './health/health.controller.ts';
import { CriteriaModule } from './criteria/criteria.module.ts';
import { HeatModule } from './heat/heat.module.ts';
import type { Pools } from './heavy/heavy.ts';
import { HeavyModule } from './heavy/heavy.module.ts';
import { neverStored, onlyOurs, readBody } from './http/front.ts';
import { frameworkLog, makeLogger, withRequestId } from './http/log.ts';
import { underApi } from './http/open.ts';
import { ProblemFilter } from './http/problem.filter.ts';
import { Problem, sendProblem } from './http/problem.ts';
import { LibraryModule } from './library/library.module.ts';
import { LiveModule } from './live/live.module.ts';
import { LiveService } from './live/live.service.ts';
import { MotorsModule } from './motors/motors.module.ts';
import { PartsModule } from './parts/parts.module.ts';
import { PeopleModule } from './people/people.module.ts';
import { PeopleService } from './people/people.service.ts';
import { requireSession } from './people/session.guard.ts';
import { WriteUpsModule } from './write-ups/write-ups.module.ts';
import { WorkPlanModule } from './plan/plan.module.ts';
import { ReportsModule } from './reports/reports.module.ts';
import { RoutesModule } from './routes/routes.module.ts';
import { JournalModule } from './journal/journal.module.ts';
import { SeriesModule } from './series/series.module.ts';
import { SuppliesModule } from './stores/supplies.module.ts';
import { StoresModule } from './stores/stores.module.ts';
import { TestPanelModule } from './test-panel/test-panel.module.ts';
import { TracksModule } from './tracks/tracks.module.ts';
import { WindingsModule } from './windings/windings.module.ts';

export interface AppSettings {
  readonly databaseUrl: string;
  readonly fontFolder: string;
  /** Where the shop's photos and papers lie. */
  readonly filesFolder: string;
  /** The built process that makes photos ready. */
  readonly pictureFile: string;
  /** The built worker. */
  readonly workerFile: string;
  /** Threads for sheets, and as many for calculations; 2 when absent. */
  readonly threads?: number;
  /** Threads that several servers of one process share. */
  readonly pools?: Pools;
  /** Every thread is brought up before the server says that it is ready. */
  readonly warm?: boolean;
  /** Built web application; absent in tests of the API alone. */
  readonly webFolder?: string;
  readonly quiet?: boolean;
  /** Names this server answers to, without port; null answers to all. */
  readonly hosts: readonly string[] | null;
  /** Certificate and key of its own, when it serves TLS itself. */
  readonly tls?: { readonly key: string; readonly cert: string };
  /** A proxy before it does TLS and says who asks. */
  readonly behindProxy?: boolean;
}

@Module({})
class AppModule {
  static with(s: AppSettings, logger: Logger): DynamicModule {
    return {
      module: AppModule,
      imports: [
        LoggerModule.forRoot(frameworkLog(logger)),
        DatabaseModule.at(s.databaseUrl),
        HeavyModule.with({
          workerFile: s.workerFile,
          each: s.threads ?? 2,
          ...(s.warm ? { warmWith: s.fontFolder } : {}),
          ...(s.pools ? { pools: s.pools } : {}),
        }),
        LiveModule.at(s.databaseUrl),
        PeopleModule.with(s.tls !== undefined || s.behindProxy === true),
        FloorModule,
        MotorsModule,
        WindingsModule,
        TracksModule,
        TestPanelModule,
        StoresModule,
        RoutesModule,
        PartsModule,
        LibraryModule,
        CriteriaModule,
        HeatModule,
        WorkPlanModule,
        WriteUpsModule,
        SuppliesModule,
        JournalModule,
        AttachmentsModule.with(s.filesFolder, s.pictureFile),
        ExchangeModule,
        ReportsModule.at(s.fontFolder),
        SeriesModule.at(s.fontFolder),
        CalculateModule,
        BenchModule,
      ],
      controllers: [HealthController],
    };
  }
}

export async function makeApp(settings: AppSettings): Promise<NestExpressApplication> {
  const logger = makeLogger(settings.quiet ?? false);
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(settings, logger), {
    bufferLogs: true,
    bodyParser: false,
    ...(settings.tls ? { httpsOptions: { ...settings.tls } } : {}),
  });
  app.useLogger(app.get(FrameworkLogger));
  limitSlowness(app.getHttpServer() as Server);
  app.set('case sensitive routing', true);
  app.set('trust proxy', settings.behindProxy ? 'loopback, uniquelocal' : false);
  app.set('query parser', 'simple');
  app.use(withRequestId(logger));
  const encrypted = settings.tls !== undefined || settings.behindProxy === true;
  app.use(
    helmet({
      // Plain http on loopback only; there nothing is to be upgraded.
      contentSecurityPolicy: { directives: { upgradeInsecureRequests: encrypted ? [] : null } },
      strictTransportSecurity: encrypted,
    }),
  );
  app.use(onlyOurs(settings.hosts));
  app.use(neverStored);
  app.use(compression({ filter: (req, res) => req.path !== '/api/live' && compression.filter(req, res) }));
  app.use(requireSession(app.get(PeopleService)));
  const live = app.get(LiveService);
  app.use((_request: Request, response: Response, next: NextFunction) => {
    response.setHeader(HEARD_HEADER, live.heard);
    next();
  });
  app.use(readBody);
  app.setGlobalPrefix('api', { exclude: [{ path: '/', method: RequestMethod.GET }] });
  app.useGlobalPipes(new ZodValidationPipe());
  app.useGlobalFilters(new ProblemFilter());
  const contract = new DocumentBuilder()
    .setTitle('Norther')
    .setDescription('Every write needs X-Write-Id. Refusals are application/problem+json with findings.')
    .setVersion('1')
    .build();
  SwaggerModule.setup('api/docs', app, () => cleanupOpenApiDoc(SwaggerModule.createDocument(app, contract)));
  if (settings.webFolder) serveWeb(app, settings.webFolder);
  return app;
}

/** Who sends slowly, or sends nothing, does not keep a connection for ever. */
function limitSlowness(server: Server) {
  server.headersTimeout = 10_000;
  server.requestTimeout = 60_000;
  server.keepAliveTimeout = 20_000;
  server.maxConnections = 2000;
}

function serveWeb(app: NestExpressApplication, root: string) {
  // As they were compressed when they were built.
  const files = expressStaticGzip(root, {
    enableBrotli: true,
    orderPreference: ['br', 'gzip'],
    serveStatic: {
      setHeaders: (res, path) => {
        // Built files carry their hash in their name.
        res.setHeader(
          'Cache-Control',
          path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
        );
      },
    },
  });
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (underApi(request)) return next();
    // The files would refuse it without saying why.
    if (!canBeRead(request.path))
      return sendProblem(response, new Problem(400, 'The address cannot be read.'));
    files(request, response, next);
  });
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (underApi(request)) return next();
    if (request.method !== 'GET' && request.method !== 'HEAD')
      return sendProblem(response, new Problem(405, 'Only reading is possible here.'));
    response.sendFile('index.html', { root, headers: { 'Cache-Control': 'no-cache' } });
  });
}

function canBeRead(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}
