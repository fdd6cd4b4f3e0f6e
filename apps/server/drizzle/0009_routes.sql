CREATE TABLE "route_versions" (
	"shop_id" uuid NOT NULL,
	"route" text NOT NULL,
	"version" integer NOT NULL,
	"document" jsonb NOT NULL,
	"published_at" timestamp (3) with time zone NOT NULL,
	"published_by" text NOT NULL,
	"why" text NOT NULL,
	CONSTRAINT "route_versions_shop_id_route_version_pk" PRIMARY KEY("shop_id","route","version")
);
--> statement-breakpoint
CREATE TABLE "routes" (
	"shop_id" uuid NOT NULL,
	"id" text NOT NULL,
	"kind" text NOT NULL,
	"usual" boolean DEFAULT false NOT NULL,
	"retired_at" timestamp (3) with time zone,
	"imported" boolean DEFAULT false NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "routes_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE UNIQUE INDEX "routes_usual" ON "routes" USING btree ("shop_id","kind") WHERE "routes"."usual";--> statement-breakpoint
-- Motors go by a version: it is added, never changed.
GRANT SELECT, INSERT ON route_versions TO norther_app;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON routes TO norther_app;
