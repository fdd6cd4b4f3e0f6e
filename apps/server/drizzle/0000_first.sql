CREATE TABLE "events" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"motor_id" uuid,
	"at" timestamp (3) with time zone NOT NULL,
	"who" text NOT NULL,
	"what" text NOT NULL,
	"before" jsonb,
	"after" jsonb,
	"why" text NOT NULL,
	"write_id" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "gate_passes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"motor_id" uuid NOT NULL,
	"gate" text NOT NULL,
	"reason" text NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"by" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "holds" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"motor_id" uuid NOT NULL,
	"body" text NOT NULL,
	"reason" text NOT NULL,
	"raised_at" timestamp (3) with time zone NOT NULL,
	"raised_by" text NOT NULL,
	"cleared_at" timestamp (3) with time zone,
	"cleared_by" text,
	"clear_reason" text
);
--> statement-breakpoint
CREATE TABLE "motors" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"number" text NOT NULL,
	"customer" text NOT NULL,
	"machine" text NOT NULL,
	"maker" text NOT NULL,
	"serial" text NOT NULL,
	"plate" jsonb NOT NULL,
	"promised_at" timestamp (3) with time zone,
	"rush" boolean NOT NULL,
	"arrived_at" timestamp (3) with time zone NOT NULL,
	"shipped_at" timestamp (3) with time zone,
	"words" text NOT NULL,
	"version" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "people" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"pin_hash" text NOT NULL,
	"failed_tries" integer DEFAULT 0 NOT NULL,
	"locked_until" timestamp (3) with time zone
);
--> statement-breakpoint
CREATE TABLE "readings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"motor_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"stage" text NOT NULL,
	"typed" jsonb NOT NULL,
	"values" jsonb NOT NULL,
	"log" jsonb,
	"taken_at" timestamp (3) with time zone NOT NULL,
	"taken_by" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"expires_at" timestamp (3) with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shops" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "steps" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"motor_id" uuid NOT NULL,
	"station" text NOT NULL,
	"typed" jsonb NOT NULL,
	"taken_at" timestamp (3) with time zone,
	"taken_by" text,
	"signed_at" timestamp (3) with time zone,
	"signed_by" text,
	"version" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "windings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"motor_id" uuid NOT NULL,
	"role" text NOT NULL,
	"typed" jsonb NOT NULL,
	"values" jsonb NOT NULL,
	"version" integer NOT NULL,
	"changed_at" timestamp (3) with time zone NOT NULL,
	"changed_by" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "writes" (
	"shop_id" uuid NOT NULL,
	"write_id" text NOT NULL,
	"answer" jsonb,
	"at" timestamp (3) with time zone NOT NULL,
	CONSTRAINT "writes_shop_id_write_id_pk" PRIMARY KEY("shop_id","write_id")
);
--> statement-breakpoint
ALTER TABLE "gate_passes" ADD CONSTRAINT "gate_passes_motor_id_motors_id_fk" FOREIGN KEY ("motor_id") REFERENCES "public"."motors"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "holds" ADD CONSTRAINT "holds_motor_id_motors_id_fk" FOREIGN KEY ("motor_id") REFERENCES "public"."motors"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_motor_id_motors_id_fk" FOREIGN KEY ("motor_id") REFERENCES "public"."motors"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "steps" ADD CONSTRAINT "steps_motor_id_motors_id_fk" FOREIGN KEY ("motor_id") REFERENCES "public"."motors"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "windings" ADD CONSTRAINT "windings_motor_id_motors_id_fk" FOREIGN KEY ("motor_id") REFERENCES "public"."motors"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "events_motor" ON "events" USING btree ("motor_id","id");--> statement-breakpoint
CREATE INDEX "gate_passes_motor" ON "gate_passes" USING btree ("motor_id");--> statement-breakpoint
CREATE INDEX "holds_motor" ON "holds" USING btree ("motor_id");--> statement-breakpoint
CREATE UNIQUE INDEX "motors_number" ON "motors" USING btree ("shop_id","number");--> statement-breakpoint
CREATE INDEX "motors_on_floor" ON "motors" USING btree ("shop_id","shipped_at","promised_at");--> statement-breakpoint
CREATE UNIQUE INDEX "people_name" ON "people" USING btree ("shop_id","name");--> statement-breakpoint
CREATE INDEX "readings_motor" ON "readings" USING btree ("motor_id","taken_at");--> statement-breakpoint
CREATE UNIQUE INDEX "steps_station" ON "steps" USING btree ("motor_id","station");--> statement-breakpoint
CREATE UNIQUE INDEX "windings_role" ON "windings" USING btree ("motor_id","role");