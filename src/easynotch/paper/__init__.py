"""Printed pages and files of a work: sheets, labels, templates, set-out, the hand-out; made from what is presented."""
