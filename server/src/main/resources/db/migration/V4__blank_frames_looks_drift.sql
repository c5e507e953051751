-- How a take looks in few bytes, and which blank and card frame it was measured against: when those
-- change, it is measured again.
ALTER TABLE take_check
  ADD COLUMN look VARCHAR(1400) CHARACTER SET ascii NULL,
  ADD COLUMN blank_take_id BIGINT NULL,
  ADD COLUMN card_take_id BIGINT NULL;

-- What finishing did to the product.
ALTER TABLE final_picture ADD COLUMN drift JSON NULL;
