ALTER TABLE "motors" ADD COLUMN "kind" text DEFAULT 'three-phase' NOT NULL;--> statement-breakpoint
ALTER TABLE "motors" ADD COLUMN "route" text DEFAULT 'ac-rewind' NOT NULL;--> statement-breakpoint
ALTER TABLE "motors" ADD COLUMN "route_version" integer DEFAULT 1 NOT NULL;