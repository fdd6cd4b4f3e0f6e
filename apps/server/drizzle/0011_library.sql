CREATE EXTENSION IF NOT EXISTS cube;--> statement-breakpoint
-- Its body is bound when it is made, so that a back-up can be read in whatever the search path is then.
CREATE FUNCTION core_point(slots jsonb, poles jsonb, bore jsonb, core_length jsonb) RETURNS cube
  LANGUAGE sql IMMUTABLE PARALLEL SAFE
  RETURN CASE
    WHEN jsonb_typeof(slots) = 'number' AND jsonb_typeof(poles) = 'number'
      AND jsonb_typeof(bore) = 'number' AND jsonb_typeof(core_length) = 'number'
    THEN CASE
      WHEN slots::float8 > 0 AND poles::float8 > 0 AND bore::float8 > 0 AND core_length::float8 > 0
      THEN cube(ARRAY[ln(slots::float8), ln(poles::float8), ln(bore::float8), ln(core_length::float8)])
    END
  END;--> statement-breakpoint
-- Single-phase cards kept bore and length only among all their numbers.
UPDATE windings SET "values" = "values" || jsonb_strip_nulls(jsonb_build_object(
    'bore', "values" -> 'numbers' -> 'bore', 'coreLength', "values" -> 'numbers' -> 'coreLength'))
  WHERE jsonb_typeof("values" -> 'numbers') = 'object';--> statement-breakpoint
ALTER TABLE "windings" ADD COLUMN "core" "cube" GENERATED ALWAYS AS (core_point("values" -> 'slots', "values" -> 'poles', "values" -> 'bore', "values" -> 'coreLength')) STORED;--> statement-breakpoint
CREATE INDEX "windings_core" ON "windings" USING gist ("core") WHERE "windings"."role" <> 'proposed';
