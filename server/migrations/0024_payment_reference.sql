-- What the supplier wants with the payment: ISO 11649, Swiss QR reference, structured communication.
alter table documents add column payment_reference text;
