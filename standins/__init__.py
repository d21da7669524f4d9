"""Small simulated devices: own processes that speak open formats, in place of real ones."""
