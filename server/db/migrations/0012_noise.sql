-- Minutes at the grinder and at gouging, and the ear plug worn. Nobody has said so far: not known.
UPDATE job SET spec = spec || '{"noise": null}';
