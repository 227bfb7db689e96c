-- who it is at the provider of accounts, issuer and subject; null for who signs in with a password alone
alter table person add column account varchar(600);
create unique index person_by_account on person (account);
