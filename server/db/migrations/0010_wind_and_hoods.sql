-- Wind outdoors, and how many of the welders have a hood of their own. Nobody has said so far: not known.
UPDATE job SET spec = jsonb_set(spec || '{"hooded": null}', '{air,wind}', 'null');
UPDATE station SET air = air || '{"wind": null}';
