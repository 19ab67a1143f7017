-- Every reading keeps its story: what is filed is never altered or removed, a new row supersedes it.
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% is append-only: file a new row instead', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
END $$;
--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['readings', 'strikes', 'changes', 'acceptances', 'sign_offs', 'limits'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()', name || '_append_only', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()', name || '_no_truncate', name);
  END LOOP;
END $$;
--> statement-breakpoint
-- Nothing is filed on a closed job.
CREATE FUNCTION refuse_on_closed_job() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT 1 FROM jobs WHERE shop_id = NEW.shop_id AND id = NEW.job_id AND state <> 'open') THEN
    RAISE EXCEPTION 'the job is closed: nothing more is filed on it' USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['readings', 'strikes', 'changes', 'acceptances', 'sign_offs'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE INSERT ON %I FOR EACH ROW EXECUTE FUNCTION refuse_on_closed_job()', name || '_open_job', name);
  END LOOP;
END $$;
