-- A station says of what kind it is; which kinds there are is said in one place, and not here.
ALTER TABLE station ADD COLUMN kind text;
UPDATE station s SET kind = CASE
  WHEN v.agitation = 'ultrasonic' THEN 'tank'
  WHEN v.solvent IN ('water', 'detergent') THEN 'bowl'
  WHEN v.id IS NOT NULL THEN 'bath'
  WHEN s.id IN ('warm-dip', 'oven') THEN s.id
  WHEN s.id = 'trim-mat' THEN 'mat'
  WHEN s.id = 'sun-sill' THEN 'sun'
  WHEN s.side = 'wet' THEN 'drip-rack'
  WHEN s.side = 'dry' THEN 'drying-rack'
  WHEN l.lamp ->> 'kind' IN ('sun', 'oven') THEN l.lamp ->> 'kind'
  ELSE 'lamp' END
  FROM station t LEFT JOIN vessel v ON v.id = t.vessel_id LEFT JOIN lamp l ON l.station_id = t.id
 WHERE t.id = s.id;
ALTER TABLE station ALTER COLUMN kind SET NOT NULL;

-- Baths of one liquid stand in a line, the dirtiest first, with their own can, drum and bottle.
CREATE TABLE bath_line (
  id    text PRIMARY KEY,
  name  text NOT NULL,
  place int  NOT NULL
);
ALTER TABLE vessel ADD COLUMN line_id text REFERENCES bath_line;
ALTER TABLE vessel ADD COLUMN line_place int;
ALTER TABLE vessel DROP CONSTRAINT vessel_role_key;
ALTER TABLE vessel DROP CONSTRAINT vessel_role_check;
INSERT INTO bath_line (id, name, place)
SELECT id, name, place FROM (VALUES ('alcohol', 'Alcohol', 0), ('water', 'Water', 1), ('detergent', 'Detergent', 2)) AS l (id, name, place)
 WHERE EXISTS (SELECT 1 FROM vessel WHERE CASE l.id WHEN 'alcohol' THEN role IS NOT NULL
                                                    ELSE kind = 'bath' AND role IS NULL AND solvent = l.id END);
UPDATE vessel SET line_id = 'alcohol', line_place = CASE role WHEN 'first' THEN 1 WHEN 'clean' THEN 2 END WHERE role IS NOT NULL;
UPDATE vessel v SET line_id = v.solvent, line_place = o.n
  FROM (SELECT w.id, row_number() OVER (PARTITION BY w.solvent ORDER BY s.place) AS n
          FROM vessel w JOIN station s ON s.vessel_id = w.id
         WHERE w.kind = 'bath' AND w.role IS NULL AND w.solvent IN ('water', 'detergent')) o
 WHERE o.id = v.id;
UPDATE vessel SET role = NULL WHERE role IN ('first', 'clean');
ALTER TABLE vessel ADD CONSTRAINT vessel_line_place_key UNIQUE (line_id, line_place);
ALTER TABLE vessel ADD CONSTRAINT vessel_stands_in_line CHECK (line_place IS NULL OR line_id IS NOT NULL);

-- Where a bath stands in its line: the last is to be clean; a bath alone is its own last.
CREATE VIEW vessel_in_line AS
SELECT v.*, l.name AS line_name, l.place AS line_order,
       CASE WHEN v.line_place IS NULL THEN NULL
            WHEN v.line_place = max(v.line_place) OVER w THEN 'last'
            WHEN v.line_place = min(v.line_place) OVER w THEN 'first'
            ELSE 'middle' END AS position
  FROM vessel v LEFT JOIN bath_line l ON l.id = v.line_id
WINDOW w AS (PARTITION BY v.line_id);

-- No lamp is more than another: what the set-up said of the main one stands with the rest.
UPDATE setting SET value = (value - 'lamp') ||
  jsonb_build_object('lamps', coalesce(value -> 'lamps', '{}'::jsonb) ||
    CASE WHEN value -> 'lamp' IS NOT NULL AND EXISTS (SELECT 1 FROM station WHERE id = 'lamp-box')
         THEN jsonb_build_object('lamp-box', value -> 'lamp') ELSE '{}'::jsonb END)
 WHERE key = 'bench';
