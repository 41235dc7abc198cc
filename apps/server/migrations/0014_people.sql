-- Person a connection serves: whoever makes a row on it is written into that row by the database itself.
CREATE FUNCTION served_person() RETURNS uuid LANGUAGE sql STABLE PARALLEL SAFE AS $$
  SELECT nullif(current_setting('variatum.person', true), '')::uuid
$$;
--> statement-breakpoint
CREATE TABLE "invitation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"workshop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"person_id" uuid,
	"code_hash" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	"made_by" uuid DEFAULT served_person(),
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "invitation_code" UNIQUE("code_hash")
);
--> statement-breakpoint
CREATE TABLE "membership" (
	"workshop_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"role" text NOT NULL,
	"pseudonym" text,
	"left_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "membership_workshop_id_person_id_pk" PRIMARY KEY("workshop_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"sign_in_name" text NOT NULL,
	"password_hash" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "decision" ADD COLUMN "made_by" uuid DEFAULT served_person();--> statement-breakpoint
ALTER TABLE "field_test" ADD COLUMN "made_by" uuid DEFAULT served_person();--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "made_by" uuid DEFAULT served_person();--> statement-breakpoint
ALTER TABLE "joint" ADD COLUMN "made_by" uuid DEFAULT served_person();--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "made_by" uuid DEFAULT served_person();--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "made_by" uuid DEFAULT served_person();--> statement-breakpoint
ALTER TABLE "preparation_tick" ADD COLUMN "made_by" uuid DEFAULT served_person();--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_workshop_id_workshop_id_fk" FOREIGN KEY ("workshop_id") REFERENCES "public"."workshop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "membership" ADD CONSTRAINT "membership_workshop_id_workshop_id_fk" FOREIGN KEY ("workshop_id") REFERENCES "public"."workshop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "membership" ADD CONSTRAINT "membership_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "membership_of_person" ON "membership" USING btree ("person_id");--> statement-breakpoint
CREATE UNIQUE INDEX "person_sign_in_name" ON "person" USING btree (lower("sign_in_name"));--> statement-breakpoint
ALTER TABLE "decision" ADD CONSTRAINT "decision_made_by" FOREIGN KEY ("workshop_id","made_by") REFERENCES "public"."membership"("workshop_id","person_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "field_test" ADD CONSTRAINT "field_test_made_by" FOREIGN KEY ("workshop_id","made_by") REFERENCES "public"."membership"("workshop_id","person_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_made_by" FOREIGN KEY ("workshop_id","made_by") REFERENCES "public"."membership"("workshop_id","person_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "joint" ADD CONSTRAINT "joint_made_by" FOREIGN KEY ("workshop_id","made_by") REFERENCES "public"."membership"("workshop_id","person_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_made_by" FOREIGN KEY ("workshop_id","made_by") REFERENCES "public"."membership"("workshop_id","person_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_made_by" FOREIGN KEY ("workshop_id","made_by") REFERENCES "public"."membership"("workshop_id","person_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "preparation_tick" ADD CONSTRAINT "preparation_tick_made_by" FOREIGN KEY ("workshop_id","made_by") REFERENCES "public"."membership"("workshop_id","person_id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
-- Who is signed in, as the session store keeps it.
CREATE TABLE "signed_in" (sid varchar PRIMARY KEY, sess json NOT NULL, expire timestamp(6) NOT NULL);
--> statement-breakpoint
CREATE INDEX "signed_in_expire" ON "signed_in" (expire);
--> statement-breakpoint
CREATE INDEX "signed_in_person" ON "signed_in" ((sess ->> 'person'));
--> statement-breakpoint
ALTER TABLE "membership" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "membership" USING (workshop_id = served_workshop());
--> statement-breakpoint
ALTER TABLE "invitation" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "invitation" USING (workshop_id = served_workshop());
--> statement-breakpoint
-- A person is seen in the workshops they belong to. Nobody is made here: only an invitation that is taken up makes a person.
ALTER TABLE "person" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "person" USING (EXISTS (
  SELECT 1 FROM membership WHERE membership.person_id = person.id AND membership.workshop_id = served_workshop()));
--> statement-breakpoint
-- What a sign-in asks before any workshop is served. Each answers one question and nothing else.
CREATE FUNCTION person_signing_in(given text) RETURNS TABLE (id uuid, name text, password_hash text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT id, name, password_hash FROM person WHERE lower(sign_in_name) = lower(given) AND password_hash IS NOT NULL
$$;
--> statement-breakpoint
CREATE FUNCTION memberships_of(who uuid) RETURNS TABLE (workshop uuid, name text, role text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT w.id, w.name, m.role FROM membership m JOIN workshop w ON w.id = m.workshop_id
  WHERE m.person_id = who AND m.left_at IS NULL ORDER BY w.name, w.id
$$;
--> statement-breakpoint
-- Takes an invitation up, once: makes the person, or sets the password of the one it was made for, or takes one who is there
-- already into another workshop. Answers nobody when the code is not good.
CREATE FUNCTION accept_invitation(given_hash text, new_person uuid, known_person uuid, given_sign_in_name text, given_name text, given_password text)
RETURNS TABLE (person uuid, workshop uuid)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  taken invitation%ROWTYPE;
  who uuid;
BEGIN
  UPDATE invitation SET used_at = now(), updated_at = now(), version = invitation.version + 1
    WHERE code_hash = given_hash AND used_at IS NULL AND expires_at > now() RETURNING * INTO taken;
  IF NOT FOUND THEN RETURN; END IF;
  IF taken.person_id IS NOT NULL THEN
    who := taken.person_id;
    UPDATE person SET sign_in_name = given_sign_in_name, name = given_name, password_hash = given_password, updated_at = now(), version = person.version + 1
      WHERE person.id = who;
  ELSIF known_person IS NOT NULL THEN
    who := known_person;
  ELSE
    who := new_person;
    INSERT INTO person (id, name, sign_in_name, password_hash) VALUES (who, given_name, given_sign_in_name, given_password);
  END IF;
  INSERT INTO membership (workshop_id, person_id, role) VALUES (taken.workshop_id, who, taken.role)
    ON CONFLICT (workshop_id, person_id) DO UPDATE SET role = excluded.role, left_at = NULL, pseudonym = NULL, updated_at = now(), version = membership.version + 1;
  RETURN QUERY SELECT who, taken.workshop_id;
END $$;
