CREATE TRIGGER register_never_changed BEFORE UPDATE ON register BEGIN SELECT RAISE(ABORT, 'the register is append-only: a line cannot be changed'); END;--> statement-breakpoint
CREATE TRIGGER register_never_removed BEFORE DELETE ON register BEGIN SELECT RAISE(ABORT, 'the register is append-only: a line cannot be removed'); END;
