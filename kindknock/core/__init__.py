"""The rules of Kind Knock: values in, decisions out. No Django, no clock, no I/O, no words for people."""
