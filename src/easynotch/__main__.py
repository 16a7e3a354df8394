"""``python -m easynotch``, as the launcher calls it."""

import gc
import sys

# Starting makes a hundred thousand objects that all stay: collecting among them only takes time. The server turns it on
# again when it has started; every other command is over before it matters.
gc.disable()

from .cli import main  # noqa: E402 - see above

sys.exit(main(sys.argv[1:]))
