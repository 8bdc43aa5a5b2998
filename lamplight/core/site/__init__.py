"""Where machines stand: the calendar, absences, and when work fits in."""
