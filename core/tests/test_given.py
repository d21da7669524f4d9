"""What faces give along the wall is worked out once, and again once it was forgotten."""

from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.memory import forget_all
from chord_core.ride.kernels.waves import gives
from chord_core.water.face import Face


def face(height_m: float, slope: float) -> Face:
    return Face(np.array([height_m, 1.0]), np.array([slope, 0.4]))


class Given(TestCase):
    @given(st.floats(0.1, 5.0), st.floats(0.05, 1.5), st.floats(0.2, 1.0))
    def test_next_to_no_length_it_is_the_steepest_of_the_face_and_less_over_more(self, height, slope, share):
        """The mean slope over a length tends to the steepest slope, by which a face is named, and falls as
        the length grows: a long board bridges a small wave."""
        met = gives(face(height, slope), share)
        np.testing.assert_allclose(met.table[:, 1], share * np.sin(np.arctan([slope, 0.4])), rtol=1e-3)
        self.assertTrue((np.diff(met.table[:, 1:]) < 0).all())
        np.testing.assert_allclose(1 / met.per_front, face(height, slope).front_m)

    def test_the_same_faces_are_asked_once(self) -> None:
        first = gives(face(1.2, 0.3), 0.6)
        self.assertIs(gives(face(1.2, 0.3), 0.6), first)
        for other in (gives(face(1.3, 0.3), 0.6), gives(face(1.2, 0.31), 0.6), gives(face(1.2, 0.3), 0.5)):
            self.assertFalse(np.array_equal(other.table, first.table))
        forget_all()
        again = gives(face(1.2, 0.3), 0.6)
        self.assertIsNot(again, first)
        np.testing.assert_array_equal(again.table, first.table)
