-- What the seller owns; facts by key, in mm, lm, K and W.
CREATE TABLE kit_piece (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  kind VARCHAR(20) NOT NULL,
  type VARCHAR(40) NOT NULL,
  name VARCHAR(120) NOT NULL,
  facts JSON NOT NULL
);

-- The set of a shoot as it stands; the JSON is that of ./istante render.
CREATE TABLE standing_set (
  shoot_id BIGINT PRIMARY KEY,
  standing JSON NOT NULL,
  changed_at DATETIME(6) NOT NULL,
  CONSTRAINT standing_set_shoot FOREIGN KEY (shoot_id) REFERENCES shoot (id)
);

-- Set-ups kept to be built again, with the readings that they gave.
CREATE TABLE recipe (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  notes VARCHAR(2000) NOT NULL DEFAULT '',
  standing JSON NOT NULL,
  readings JSON NOT NULL,
  kept_at DATETIME(6) NOT NULL
);

-- Photographs asked of the simulated camera; done ones have become takes.
CREATE TABLE photograph (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  shoot_id BIGINT NOT NULL,
  shot_id BIGINT NULL,
  standing JSON NOT NULL,
  share_done DOUBLE NOT NULL DEFAULT 0,
  take_id BIGINT NULL,
  failure VARCHAR(400) NULL,
  stopped BOOLEAN NOT NULL DEFAULT FALSE,
  asked_at DATETIME(6) NOT NULL,
  CONSTRAINT photograph_shoot FOREIGN KEY (shoot_id) REFERENCES shoot (id)
);
