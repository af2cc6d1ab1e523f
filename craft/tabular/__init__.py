"""Tables that somebody kept elsewhere (CSV): cloths, people, patterns; columns matched by what they are
called, every row looked at before anything is taken."""
