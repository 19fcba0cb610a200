-- What stands in a workshop comes and goes; its history keeps its names.
ALTER TABLE station ADD COLUMN retired_at timestamptz;
ALTER TABLE vessel ADD COLUMN retired_at timestamptz;
ALTER TABLE person ADD COLUMN left_at timestamptz;

CREATE VIEW station_there AS SELECT * FROM station WHERE retired_at IS NULL;

DROP VIEW vessel_in_line;
CREATE VIEW vessel_in_line AS
SELECT v.*, l.name AS line_name, l.place AS line_order,
       CASE WHEN v.line_place IS NULL THEN NULL
            WHEN v.line_place = max(v.line_place) OVER w THEN 'last'
            WHEN v.line_place = min(v.line_place) OVER w THEN 'first'
            ELSE 'middle' END AS position
  FROM vessel v LEFT JOIN bath_line l ON l.id = v.line_id
WINDOW w AS (PARTITION BY v.line_id);
