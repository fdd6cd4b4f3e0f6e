/** A shop's own routes: copied from another, published in versions, chosen as the usual one, retired. */
import { Injectable } from '@nestjs/common';
import {
  checkRoute,
  finding,
  isPublished,
  machineKind,
  newestRoute,
  publishedRoutes,
  routeInVersion,
  type Route,
  type RouteName,
} from '@norther/core';
import type { OwnRoute } from '@norther/records';
import { v7 as uuidV7 } from 'uuid';
import type { Transaction } from '../database/database.ts';
import { oneAtATime } from '../database/one-at-a-time.ts';
import { Writer, type WriteContext, type WriteKey } from '../database/write.ts';
import { badInput, conflict, forbidden, notFound, stale } from '../http/problem.ts';
import type { Person } from '../people/person.ts';
import { RoutesRepository, versionOf } from './routes.repository.ts';

export interface Publishing {
  readonly route: Route;
  readonly why: string;
}

/** A route is a copy of a copy at most so often; what goes on longer goes round in a circle. */
const MOST_COPIES = 200;

@Injectable()
export class RoutesService {
  constructor(
    private readonly routes: RoutesRepository,
    private readonly writer: Writer,
  ) {}

  all(person: Person): Promise<OwnRoute[]> {
    return this.routes.all(person.shopId);
  }

  /** The first version of a route of the shop's own; its id is given here. */
  add(person: Person, write: WriteKey, { route, why }: Publishing) {
    refuseOthers(person);
    return this.writer.once(person, write, async (context) => {
      const id = `own-${uuidV7()}`;
      const next: Route = { ...route, id, version: 1 };
      await this.refuseUnfit(context, next, why);
      await this.refuseTitleTaken(context, next);
      await this.routes.addHead(context.tx, {
        shopId: person.shopId,
        id,
        kind: next.machine,
        imported: false,
      });
      return this.publish(context, next, why);
    });
  }

  /** The next version; motors under way keep theirs. @param seen the version of the route that it was made from */
  next(person: Person, write: WriteKey, id: string, seen: number, { route, why }: Publishing) {
    refuseOthers(person);
    return this.writer.once(person, write, async (context) => {
      const { tx } = context;
      const head = await this.routes.head(tx, person.shopId, id);
      if (!head) throw notFound('This route');
      if (head.imported)
        throw conflict(
          'route.imported',
          'This route came from another shop with a motor’s record: copy it, and change the copy.',
        );
      if (head.version !== seen) throw stale({ version: head.version }, { version: seen });
      const newest = await this.routes.newestVersion(tx, person.shopId, id);
      const next: Route = { ...route, id, machine: head.kind, version: newest + 1 };
      await this.refuseUnfit(context, next, why);
      await this.refuseTitleTaken(context, next);
      await this.routes.change(tx, person.shopId, id, seen, {});
      return this.publish(context, next, why);
    });
  }

  /** Whether motors of its kind begin with it, and whether it is still gone by. */
  choose(
    person: Person,
    write: WriteKey,
    id: string,
    {
      usual,
      retired,
      version,
    }: { readonly usual: boolean; readonly retired: boolean; readonly version: number },
  ) {
    refuseOthers(person);
    if (usual && retired)
      throw badInput([
        finding('stop', 'route.usual-retired', 'A route that is retired is not the usual one.', ['usual']),
      ]);
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const head = await this.routes.head(tx, person.shopId, id);
      if (!head) throw notFound('This route');
      if (head.version !== version) throw stale({ version: head.version }, { version });
      if (usual) await oneAtATime(tx, person.shopId, `usual route, ${head.kind}`);
      if (usual) await this.routes.clearUsual(tx, person.shopId, head.kind);
      const after = await this.routes.change(tx, person.shopId, id, version, {
        usual,
        retiredAt: retired ? (head.retiredAt ?? now) : null,
      });
      const { title } = (await versionOf(
        tx,
        person.shopId,
        id,
        await this.routes.newestVersion(tx, person.shopId, id),
      ))!;
      const state = (h: typeof head) => ({ usual: h.usual, retired: h.retiredAt !== null });
      await record({
        motorId: null,
        what: `route ${title} ${retired ? 'retired' : usual ? 'made the usual one' : 'changed'}`,
        before: state(head),
        after: state(after!),
      });
      return { id, version: after!.version };
    });
  }

  /**
   * The route in the version that a motor begins with now.
   * @param wanted id of a route; the shop's usual one, else the published one, where it is not said
   */
  async toBegin(
    tx: Transaction,
    shopId: string,
    kind: string,
    wanted: string | undefined,
  ): Promise<RouteName> {
    const id = wanted ?? (await this.routes.usual(tx, shopId, kind))?.id ?? machineKind(kind).route;
    if (isPublished(id)) {
      const route = newestRoute(id);
      if (route.machine !== kind) throw wrongKind(route.title, kind);
      return { route: id, routeVersion: route.version };
    }
    const head = await this.routes.head(tx, shopId, id);
    if (!head) throw notFound(`Route ${id}`);
    if (head.kind !== kind) throw wrongKind('This route', kind);
    if (head.retiredAt)
      throw conflict('route.retired', 'This route is retired: no motor begins with it.', ['route']);
    return { route: id, routeVersion: await this.routes.newestVersion(tx, shopId, id) };
  }

  private async publish({ tx, person, now, record }: WriteContext, route: Route, why: string) {
    await this.routes.addVersion(tx, {
      shopId: person.shopId,
      route: route.id,
      version: route.version,
      document: route,
      publishedAt: now,
      publishedBy: person.name,
      why,
    });
    await record({
      motorId: null,
      what: `route ${route.title}, version ${route.version}, published`,
      after: { route: route.id, version: route.version },
      why,
    });
    return { id: route.id, version: route.version };
  }

  private async refuseUnfit({ tx, person }: WriteContext, route: Route, why: string) {
    const { basedOn } = route;
    const model =
      basedOn &&
      (isPublished(basedOn.id)
        ? routeInVersion(basedOn.id, basedOn.version)
        : await versionOf(tx, person.shopId, basedOn.id, basedOn.version));
    if (!model)
      throw badInput([
        finding(
          'stop',
          'route.no-model',
          'A route is made from another one of this shop, or a published one.',
          ['basedOn'],
        ),
      ]);
    if (model.machine !== route.machine) throw wrongKind(model.title, route.machine);
    // Held against the published one at the root of it: going without something is said in every version.
    const findings = checkRoute(route, await this.rootOf(tx, person.shopId, model));
    const stops = findings.filter((f) => f.severity === 'stop');
    if (stops.length > 0) throw badInput(stops);
    if (findings.length > 0 && why.trim().length < 3)
      throw badInput([
        finding(
          'stop',
          'route.reason-missing',
          `${findings[0]!.message} Say why, before the route is published.`,
          ['why'],
        ),
        ...findings,
      ]);
  }

  /** The published route that one was made from, by however many copies. */
  private async rootOf(tx: Transaction, shopId: string, model: Route): Promise<Route> {
    let route = model;
    for (let copies = 0; copies < MOST_COPIES; copies++) {
      if (isPublished(route.id)) return newestRoute(route.id);
      const { basedOn } = route;
      const before =
        basedOn && !isPublished(basedOn.id) ? await versionOf(tx, shopId, basedOn.id, basedOn.version) : null;
      if (basedOn && isPublished(basedOn.id)) return newestRoute(basedOn.id);
      if (!before) break;
      route = before;
    }
    return newestRoute(machineKind(model.machine).route);
  }

  private async refuseTitleTaken({ tx, person }: WriteContext, route: Route) {
    await oneAtATime(tx, person.shopId, 'route names');
    const same = (title: string) => title.trim().toLowerCase() === route.title.trim().toLowerCase();
    const own = await this.routes.all(person.shopId, tx);
    const taken =
      own.some((o) => o.id !== route.id && o.retiredAt === null && same(o.versions[0]!.route.title)) ||
      publishedRoutes().some((r) => same(r.title));
    if (taken)
      throw conflict(
        'route.title-taken',
        `There is a route “${route.title}” already: give this one another name.`,
        ['title'],
      );
  }
}

const wrongKind = (title: string, kind: string) =>
  badInput([
    finding('stop', 'route.wrong-kind', `${title} is not a route for a ${machineKind(kind).name} motor.`, [
      'route',
    ]),
  ]);

function refuseOthers(person: Person) {
  if (person.role !== 'lead') throw forbidden('Only a lead decides what a route is.');
}
