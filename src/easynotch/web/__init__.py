"""The web application: a thin shell over store and core. A route parses, calls and answers."""
