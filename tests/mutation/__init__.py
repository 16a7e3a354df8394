"""Wrong lines put in on purpose: does any test notice? Not part of the plain run: ``./easy-notch test --mutate``."""
