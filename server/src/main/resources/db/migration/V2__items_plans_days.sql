-- Items as sellers know them. Sizes in mm, weight in g, price in hundredths of the shop's currency.
ALTER TABLE item
  ADD COLUMN width_mm DOUBLE NULL,
  ADD COLUMN depth_mm DOUBLE NULL,
  ADD COLUMN height_mm DOUBLE NULL,
  ADD COLUMN weight_g DOUBLE NULL,
  ADD COLUMN traits VARCHAR(200) NOT NULL DEFAULT '',
  ADD COLUMN price_cents BIGINT NULL,
  ADD COLUMN sold_at VARCHAR(200) NOT NULL DEFAULT '',
  ADD COLUMN listed BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN list_by DATE NULL,
  ADD COLUMN notes VARCHAR(2000) NOT NULL DEFAULT '',
  ADD COLUMN reference_colour VARCHAR(7) NULL,
  ADD COLUMN removed BOOLEAN NOT NULL DEFAULT FALSE;

-- Kinds were free words before.
UPDATE item SET kind = CASE kind
  WHEN 'glass' THEN 'glass' WHEN 'soft' THEN 'soft' WHEN 'set' THEN 'parts' ELSE 'rigid' END
  WHERE kind NOT IN ('rigid','soft','worn','glass','metal','small','printed','flat','large','parts');

-- What the view is for and how the set must stand; set_up is ground/light/reach.
ALTER TABLE shot
  ADD COLUMN framing VARCHAR(10) NOT NULL DEFAULT 'whole',
  ADD COLUMN angle VARCHAR(120) NOT NULL DEFAULT '',
  ADD COLUMN why VARCHAR(240) NOT NULL DEFAULT '',
  ADD COLUMN required BOOLEAN NOT NULL DEFAULT TRUE,
  ADD COLUMN own_set_up VARCHAR(60) NULL,
  ADD COLUMN dropped BOOLEAN NOT NULL DEFAULT FALSE;

-- Shot lists that the seller has changed; the others ship.
CREATE TABLE own_shot_template (
  kind VARCHAR(20) NOT NULL,
  school VARCHAR(10) NOT NULL,
  shots JSON NOT NULL,
  PRIMARY KEY (kind, school)
);

-- Set-ups that the seller prefers for a role of a kind.
CREATE TABLE own_set_up (
  kind VARCHAR(20) NOT NULL,
  role VARCHAR(30) NOT NULL,
  set_up VARCHAR(60) NOT NULL,
  PRIMARY KEY (kind, role)
);

-- Where the table stands: place, window, room. One row; the JSON is described in the interface.
CREATE TABLE room (
  id INT PRIMARY KEY,
  settings JSON NOT NULL
);

-- The working day of a shoot, and its plan as last computed.
CREATE TABLE shoot_day (
  shoot_id BIGINT PRIMARY KEY,
  settings JSON NOT NULL,
  plan JSON NULL,
  planned_at DATETIME(6) NULL,
  CONSTRAINT shoot_day_shoot FOREIGN KEY (shoot_id) REFERENCES shoot (id)
);

-- Preparation done, step by step.
CREATE TABLE step_done (
  shoot_id BIGINT NOT NULL,
  item_id BIGINT NOT NULL,
  step VARCHAR(30) NOT NULL,
  PRIMARY KEY (shoot_id, item_id, step),
  CONSTRAINT step_done_shoot FOREIGN KEY (shoot_id) REFERENCES shoot (id),
  CONSTRAINT step_done_item FOREIGN KEY (item_id) REFERENCES item (id)
);

-- Cautions that were read, once per set-up of a shoot.
CREATE TABLE caution_read (
  shoot_id BIGINT NOT NULL,
  set_up VARCHAR(60) NOT NULL,
  read_at DATETIME(6) NOT NULL,
  PRIMARY KEY (shoot_id, set_up),
  CONSTRAINT caution_read_shoot FOREIGN KEY (shoot_id) REFERENCES shoot (id)
);

-- What a take shows besides a shot, and who says so.
ALTER TABLE take
  ADD COLUMN taken_at DATETIME(6) NULL,
  ADD COLUMN slip VARCHAR(80) NULL,
  ADD COLUMN shows VARCHAR(10) NOT NULL DEFAULT 'UNKNOWN',
  ADD COLUMN aimed BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN said_so BOOLEAN NOT NULL DEFAULT FALSE;
UPDATE take SET shows = 'SHOT', said_so = TRUE WHERE shot_id IS NOT NULL;
