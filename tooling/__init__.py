"""What ``./chord`` does around the application: install, run, test, look, measure.

Standard library only: it runs before anything is installed.
"""
