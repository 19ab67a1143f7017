-- What is filed is never altered or removed, and nothing is filed on a closed job but its amendments.
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['notes', 'overlaps', 'gate_openings', 'signed_sheets', 'amendments', 'audit'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()', name || '_append_only', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()', name || '_no_truncate', name);
  END LOOP;
  FOREACH name IN ARRAY ARRAY['notes', 'overlaps', 'gate_openings'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE INSERT ON %I FOR EACH ROW EXECUTE FUNCTION refuse_on_closed_job()', name || '_open_job', name);
  END LOOP;
END $$;
--> statement-breakpoint
CREATE FUNCTION refuse_on_open_job() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT 1 FROM jobs WHERE shop_id = NEW.shop_id AND id = NEW.job_id AND state = 'open') THEN
    RAISE EXCEPTION 'the job is open: only a signed sheet is amended' USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER amendments_closed_job BEFORE INSERT ON amendments FOR EACH ROW EXECUTE FUNCTION refuse_on_open_job();
--> statement-breakpoint
-- A closed job stays closed, and a job stays in its shop.
CREATE FUNCTION keep_closed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.state <> 'open' AND NEW.state IS DISTINCT FROM OLD.state THEN
    RAISE EXCEPTION 'a closed job is not opened again' USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  IF NEW.shop_id <> OLD.shop_id OR NEW.id <> OLD.id THEN
    RAISE EXCEPTION 'a job stays in its shop' USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER jobs_keep_closed BEFORE UPDATE ON jobs FOR EACH ROW EXECUTE FUNCTION keep_closed();
--> statement-breakpoint
-- The shop of the transaction, set by the application at its start; without it no row of any shop is seen or written.
CREATE FUNCTION this_shop() RETURNS uuid LANGUAGE sql STABLE AS $$
  SELECT nullif(current_setting('high_gate.shop', true), '')::uuid
$$;
--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOR name IN
    SELECT c.relname FROM pg_class c
    JOIN pg_attribute a ON a.attrelid = c.oid AND a.attname = 'shop_id' AND NOT a.attisdropped
    WHERE c.relkind = 'r' AND c.relnamespace = 'public'::regnamespace
  LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY shop ON %I USING (shop_id = (SELECT this_shop())) WITH CHECK (shop_id = (SELECT this_shop()))', name);
  END LOOP;
END $$;
--> statement-breakpoint
ALTER TABLE shops ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY shop ON shops USING (id = (SELECT this_shop())) WITH CHECK (id = (SELECT this_shop()));
--> statement-breakpoint
-- Words are looked for with a trigram index, which row-level security keeps from being used (its operator is not
-- leakproof). This one query therefore runs as the owner, and names the shop itself.
CREATE FUNCTION jobs_matching(patterns text[]) RETURNS SETOF uuid LANGUAGE sql STABLE SECURITY DEFINER
SET search_path = public, pg_temp AS $$
  SELECT id FROM jobs WHERE shop_id = this_shop() AND search_text ILIKE ALL (patterns)
$$;
--> statement-breakpoint
-- The door: what must be known before it is known whose shop it is. Each answers one question and no more.
CREATE FUNCTION door_member(person text) RETURNS TABLE (
  id uuid, name text, role member_role, shop_id uuid, shop_name text, time_zone text,
  length_unit length_unit, pressure_unit text, mass_unit text
) LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT m.id, m.name, m.role, s.id, s.name, s.time_zone, s.length_unit, s.pressure_unit, s.mass_unit
  FROM members m JOIN shops s ON s.id = m.shop_id
  WHERE m.user_id = person AND m.ended_at IS NULL
$$;
--> statement-breakpoint
CREATE FUNCTION door_invitation(hash text) RETURNS TABLE (kind text, name text, email text, role member_role, shop_name text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT i.kind, i.name, i.email, i.role, s.name
  FROM invitations i JOIN shops s ON s.id = i.shop_id
  WHERE i.token_hash = hash AND i.used_at IS NULL AND i.revoked_at IS NULL AND i.expires_at > now()
$$;
--> statement-breakpoint
-- Takes an invitation up, once: account, membership and the mark that it was used stand or fall together.
CREATE FUNCTION door_join(hash text, person text, account_id text, password_hash text) RETURNS text
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE i invitations; who text;
BEGIN
  SELECT * INTO i FROM invitations
  WHERE token_hash = hash AND used_at IS NULL AND revoked_at IS NULL AND expires_at > now() FOR UPDATE;
  IF NOT FOUND THEN RETURN 'gone'; END IF;
  IF i.kind = 'join' THEN
    IF EXISTS (SELECT 1 FROM "user" WHERE email = i.email) THEN RETURN 'taken'; END IF;
    INSERT INTO "user" (id, name, email, email_verified) VALUES (person, i.name, i.email, true);
    INSERT INTO account (id, account_id, provider_id, user_id, password)
    VALUES (account_id, person, 'credential', person, password_hash);
    INSERT INTO members (shop_id, user_id, name, role) VALUES (i.shop_id, person, i.name, i.role);
    who := person;
  ELSE
    SELECT user_id INTO who FROM members WHERE id = i.member_id AND shop_id = i.shop_id AND ended_at IS NULL;
    IF NOT FOUND THEN RETURN 'gone'; END IF;
    UPDATE account SET password = password_hash, updated_at = now() WHERE user_id = who AND provider_id = 'credential';
    DELETE FROM session WHERE user_id = who;
    DELETE FROM device_people WHERE user_id = who;
  END IF;
  UPDATE invitations SET used_at = now() WHERE id = i.id;
  INSERT INTO audit (shop_id, who, what, about)
  VALUES (i.shop_id, i.name, CASE i.kind WHEN 'join' THEN 'joined' ELSE 'new password' END, i.name || ', ' || i.role);
  RETURN who;
END $$;
--> statement-breakpoint
CREATE FUNCTION door_sheet_link(hash text) RETURNS TABLE (shop_id uuid, job_id uuid)
LANGUAGE sql VOLATILE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  UPDATE sheet_links SET opened = opened + 1
  WHERE token_hash = hash AND revoked_at IS NULL AND expires_at > now()
  RETURNING shop_id, job_id
$$;
--> statement-breakpoint
-- Whether a hash is that of a sheet or an amendment kept here: no name, no vehicle, only that it is and whose.
CREATE FUNCTION verify_sheet(hash text) RETURNS TABLE (
  kind text, shop_name text, number text, state text, signed_at timestamptz, signed_by text,
  amended integer, last_amended_at timestamptz, sheet_sha text
) LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT f.kind, s.name, j.number, o.kind, o.at, o.by_name,
    (SELECT count(*)::integer FROM amendments a WHERE a.shop_id = j.shop_id AND a.job_id = j.id),
    (SELECT max(a.at) FROM amendments a WHERE a.shop_id = j.shop_id AND a.job_id = j.id), f.sheet_sha
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
CREATE FUNCTION shop_people() RETURNS TABLE (id uuid, user_id text, name text, email text, role member_role, ended_at timestamptz)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT m.id, m.user_id, m.name, u.email, m.role, m.ended_at
  FROM members m JOIN "user" u ON u.id = m.user_id WHERE m.shop_id = this_shop() ORDER BY m.ended_at NULLS FIRST, m.name
$$;
--> statement-breakpoint
DO $$
DECLARE f text;
BEGIN
  FOREACH f IN ARRAY ARRAY['jobs_matching(text[])', 'door_member(text)', 'door_invitation(text)',
    'door_join(text, text, text, text)', 'door_sheet_link(text)', 'verify_sheet(text)', 'shop_people()'] LOOP
    EXECUTE 'REVOKE EXECUTE ON FUNCTION ' || f || ' FROM PUBLIC';
  END LOOP;
END $$;
