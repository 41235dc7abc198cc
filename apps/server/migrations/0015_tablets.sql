CREATE TABLE "tablet" (
	"id" uuid PRIMARY KEY NOT NULL,
	"workshop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"token_hash" text NOT NULL,
	"ended_at" timestamp with time zone,
	"made_by" uuid DEFAULT served_person(),
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "tablet_token" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "membership" ADD COLUMN "pin_hash" text;--> statement-breakpoint
ALTER TABLE "membership" ADD COLUMN "pin_failures" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "tablet" ADD CONSTRAINT "tablet_workshop_id_workshop_id_fk" FOREIGN KEY ("workshop_id") REFERENCES "public"."workshop"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "tablet" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "tablet" USING (workshop_id = served_workshop());
--> statement-breakpoint
-- Which workshop a tablet belongs to, asked before any workshop is served.
CREATE FUNCTION tablet_of(given_hash text) RETURNS TABLE (id uuid, workshop uuid, name text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT id, workshop_id, name FROM tablet WHERE token_hash = given_hash AND ended_at IS NULL
$$;
--> statement-breakpoint
-- A further workshop, made by somebody who owns the one that is served; they own the new one too.
CREATE FUNCTION make_workshop(new_id uuid, given_name text) RETURNS boolean
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM 1 FROM membership WHERE workshop_id = served_workshop() AND person_id = served_person() AND role = 'owner' AND left_at IS NULL;
  IF NOT FOUND THEN RETURN false; END IF;
  INSERT INTO workshop (id, name) VALUES (new_id, given_name);
  INSERT INTO membership (workshop_id, person_id, role) VALUES (new_id, served_person(), 'owner');
  RETURN true;
END $$;
--> statement-breakpoint
-- Erases who a person was, once they have left every workshop: what they did stays, and points at nobody.
CREATE FUNCTION erase_person(who uuid) RETURNS boolean
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM 1 FROM membership WHERE workshop_id = served_workshop() AND person_id = who AND left_at IS NOT NULL;
  IF NOT FOUND THEN RETURN false; END IF;
  UPDATE invitation SET name = '', updated_at = now(), version = version + 1 WHERE person_id = who AND workshop_id = served_workshop();
  PERFORM 1 FROM membership WHERE person_id = who AND left_at IS NULL;
  IF FOUND THEN RETURN false; END IF;
  UPDATE person SET name = '', sign_in_name = 'erased ' || who, password_hash = NULL, updated_at = now(), version = version + 1 WHERE id = who;
  UPDATE membership SET pin_hash = NULL, updated_at = now(), version = version + 1 WHERE person_id = who;
  DELETE FROM signed_in WHERE sess ->> 'person' = who::text;
  RETURN true;
END $$;
