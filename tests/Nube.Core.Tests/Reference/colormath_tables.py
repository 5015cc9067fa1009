# Prints the tables of python3-colormath (Debian, BSD) from 380 to 730 nm, one JSON array a line: D65, D50, x, y, z.
import json

from colormath import spectral_constants as tables

# 50 values by 10 nm; the first is 340 nm.
FIRST, BANDS = (380 - 340) // 10, 36
for table in (
    tables.REFERENCE_ILLUM_D65,
    tables.REFERENCE_ILLUM_D50,
    tables.STDOBSERV_X2,
    tables.STDOBSERV_Y2,
    tables.STDOBSERV_Z2,
):
    print(json.dumps([float(value) for value in table[FIRST : FIRST + BANDS]]))
