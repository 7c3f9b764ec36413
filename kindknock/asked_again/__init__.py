"""What visitors ask again and again, and what became of it once it was answered."""
