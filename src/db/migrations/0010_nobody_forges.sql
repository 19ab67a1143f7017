ALTER TABLE "members" DROP CONSTRAINT "members_user_id_unique";--> statement-breakpoint
ALTER TABLE "device_people" ADD COLUMN "device" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "via" text DEFAULT 'pin' NOT NULL;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "device_hash" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "notes" ADD COLUMN "brought_in" jsonb;--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "brought_in" jsonb;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "brought_in" jsonb;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "late" jsonb;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "brought_in" jsonb;--> statement-breakpoint
ALTER TABLE "strikes" ADD COLUMN "brought_in" jsonb;--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "shared_hours" integer DEFAULT 12 NOT NULL;--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "own_hours" integer DEFAULT 168 NOT NULL;--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "away_minutes" integer DEFAULT 15 NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX "members_working" ON "members" USING btree ("user_id") WHERE ended_at is null;--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_of_shop" UNIQUE("shop_id","user_id");--> statement-breakpoint
ALTER TABLE "shops" ADD CONSTRAINT "shop_hours" CHECK (shared_hours between 1 and 720 and own_hours between 1 and 720 and away_minutes between 1 and 720);--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_via" CHECK (via in ('password', 'pin'));
--> statement-breakpoint
-- Whoever is signed in now did so by what this release cannot know: they sign in once more.
DELETE FROM "session";
--> statement-breakpoint
-- A temporary table of the same name must never be what a function looks at.
DO $$
DECLARE f text;
BEGIN
  FOREACH f IN ARRAY ARRAY['refuse_change()', 'refuse_on_closed_job()', 'refuse_on_open_job()', 'keep_closed()', 'this_shop()',
    'jobs_matching(text[])', 'door_member(text)', 'door_join(text, text, text, text)', 'door_sheet_link(text)', 'shop_people()'] LOOP
    EXECUTE 'ALTER FUNCTION ' || f || ' SET search_path = pg_catalog, public, pg_temp';
  END LOOP;
END $$;
--> statement-breakpoint
-- What is filed of a job that came out of a file says so, and the job goes on saying so.
CREATE FUNCTION keep_brought_in() RETURNS trigger LANGUAGE plpgsql SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  IF OLD.brought_in IS DISTINCT FROM NEW.brought_in THEN
    RAISE EXCEPTION 'where a job came from stays as it is' USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER jobs_keep_brought_in BEFORE UPDATE ON jobs FOR EACH ROW EXECUTE FUNCTION keep_brought_in();
--> statement-breakpoint
-- Who a sign-in is, as long as its absolute life lasts: shorter where several people use the device or it began by PIN.
CREATE FUNCTION session_ends(session_id text) RETURNS timestamptz
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT least(s.expires_at, s.created_at + make_interval(hours => least(720,
    CASE WHEN s.via = 'pin' OR (SELECT count(*) FROM device_people d WHERE d.device_hash = s.device_hash AND s.device_hash <> '') > 1
      THEN sh.shared_hours ELSE sh.own_hours END)))
  FROM session s JOIN members m ON m.user_id = s.user_id AND m.ended_at IS NULL JOIN shops sh ON sh.id = m.shop_id
  WHERE s.id = session_id
$$;
--> statement-breakpoint
CREATE FUNCTION door_session(session_id text) RETURNS TABLE (
  id uuid, name text, role member_role, shop_id uuid, shop_name text, time_zone text,
  length_unit length_unit, pressure_unit text, mass_unit text, via text, away_minutes integer
) LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT m.id, m.name, m.role, sh.id, sh.name, sh.time_zone, sh.length_unit, sh.pressure_unit, sh.mass_unit, s.via, sh.away_minutes
  FROM session s JOIN members m ON m.user_id = s.user_id AND m.ended_at IS NULL JOIN shops sh ON sh.id = m.shop_id
  WHERE s.id = session_id AND session_ends(session_id) > now()
$$;
--> statement-breakpoint
-- Ids alone: whoever goes round all shops then enters each by itself.
CREATE FUNCTION shop_ids() RETURNS SETOF uuid
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT id FROM shops ORDER BY id
$$;
--> statement-breakpoint
DROP FUNCTION door_invitation(text);
--> statement-breakpoint
CREATE FUNCTION door_invitation(hash text) RETURNS TABLE (kind text, name text, email text, role member_role, shop_name text, known text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT i.kind, i.name, i.email, i.role, s.name,
    -- An account that works nowhere any more: its own person shows it by its password.
    (SELECT u.id FROM "user" u WHERE i.kind = 'join' AND u.email = i.email
      AND NOT EXISTS (SELECT 1 FROM members m WHERE m.user_id = u.id AND m.ended_at IS NULL))
  FROM invitations i JOIN shops s ON s.id = i.shop_id
  WHERE i.token_hash = hash AND i.used_at IS NULL AND i.revoked_at IS NULL AND i.expires_at > now()
$$;
--> statement-breakpoint
-- What a changed password ends: PIN, open links for a new one, and every sign-in but the one named.
CREATE FUNCTION door_end_credentials(person text, keep_session text) RETURNS void
LANGUAGE sql VOLATILE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  DELETE FROM pins WHERE user_id = person;
  DELETE FROM device_people d WHERE d.user_id = person
    AND NOT EXISTS (SELECT 1 FROM session s WHERE s.id = keep_session AND s.device_hash = d.device_hash);
  DELETE FROM session WHERE user_id = person AND id <> keep_session;
  UPDATE invitations SET revoked_at = now() WHERE kind = 'password' AND used_at IS NULL AND revoked_at IS NULL
    AND member_id IN (SELECT id FROM members WHERE user_id = person);
$$;
--> statement-breakpoint
-- Takes an invitation up, once. `person` is a new id, or that of a known account whose password was shown to be good.
CREATE OR REPLACE FUNCTION door_join(hash text, person text, account_id text, password_hash text) RETURNS text
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE i invitations; who text; known text;
BEGIN
  SELECT * INTO i FROM invitations
  WHERE token_hash = hash AND used_at IS NULL AND revoked_at IS NULL AND expires_at > now() FOR UPDATE;
  IF NOT FOUND THEN RETURN 'gone'; END IF;
  IF i.kind = 'join' THEN
    SELECT u.id INTO known FROM "user" u WHERE u.email = i.email;
    IF known IS NULL THEN
      INSERT INTO "user" (id, name, email, email_verified) VALUES (person, i.name, i.email, true);
      INSERT INTO account (id, account_id, provider_id, user_id, password)
      VALUES (account_id, person, 'credential', person, password_hash);
      INSERT INTO members (shop_id, user_id, name, role) VALUES (i.shop_id, person, i.name, i.role);
    ELSE
      IF known <> person OR EXISTS (SELECT 1 FROM members m WHERE m.user_id = known AND m.ended_at IS NULL) THEN RETURN 'taken'; END IF;
      INSERT INTO members (shop_id, user_id, name, role) VALUES (i.shop_id, known, i.name, i.role)
      ON CONFLICT (shop_id, user_id) DO UPDATE SET ended_at = NULL, role = excluded.role;
    END IF;
    who := person;
  ELSE
    SELECT user_id INTO who FROM members WHERE id = i.member_id AND shop_id = i.shop_id AND ended_at IS NULL;
    IF NOT FOUND THEN RETURN 'gone'; END IF;
    UPDATE account SET password = password_hash, updated_at = now() WHERE user_id = who AND provider_id = 'credential';
    UPDATE invitations SET used_at = now() WHERE id = i.id;
    PERFORM door_end_credentials(who, '');
  END IF;
  UPDATE invitations SET used_at = now() WHERE id = i.id;
  INSERT INTO audit (shop_id, who, what, about)
  VALUES (i.shop_id, i.name, CASE i.kind WHEN 'join' THEN 'joined' ELSE 'new password' END, i.name || ', ' || i.role);
  RETURN who;
END $$;
--> statement-breakpoint
DROP FUNCTION verify_sheet(text);
--> statement-breakpoint
CREATE FUNCTION verify_sheet(hash text) RETURNS TABLE (
  kind text, shop_name text, number text, state text, signed_at timestamptz, signed_by text,
  amended integer, last_amended_at timestamptz, sheet_sha text, brought_in boolean
) LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT f.kind, s.name, j.number, o.kind, o.at, o.by_name,
    (SELECT count(*)::integer FROM amendments a WHERE a.shop_id = j.shop_id AND a.job_id = j.id),
    (SELECT max(a.at) FROM amendments a WHERE a.shop_id = j.shop_id AND a.job_id = j.id), f.sheet_sha, j.brought_in IS NOT NULL
  FROM (
    SELECT 'sheet' AS kind, sh.job_id, sh.sha256 AS sheet_sha FROM signed_sheets sh
    WHERE sh.sha256 = hash AND encode(sha256(convert_to(sh.sheet, 'UTF8')), 'hex') = hash
    UNION ALL
    SELECT 'amendment', a.job_id, sh.sha256 FROM amendments a JOIN signed_sheets sh ON sh.job_id = a.job_id
    WHERE a.sha256 = hash AND encode(sha256(convert_to(a.content, 'UTF8')), 'hex') = hash
  ) f
  JOIN jobs j ON j.id = f.job_id JOIN shops s ON s.id = j.shop_id JOIN sign_offs o ON o.job_id = j.id
$$;
--> statement-breakpoint
DO $$
DECLARE f text;
BEGIN
  FOREACH f IN ARRAY ARRAY['shop_ids()', 'session_ends(text)', 'door_session(text)', 'door_invitation(text)', 'door_end_credentials(text, text)', 'verify_sheet(text)'] LOOP
    EXECUTE 'REVOKE EXECUTE ON FUNCTION ' || f || ' FROM PUBLIC';
  END LOOP;
END $$;
