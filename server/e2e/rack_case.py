"""What the tests of the rack's screens stand on."""

from django.db.models import QuerySet

from e2e.place_case import PlaceCase
from rack.models import Board


class RackCase(PlaceCase):
    def open_rack(self, path: str = "/rack") -> None:
        """Open a screen of the rack."""
        self.sign_in()
        self.driver.get(self.live_server_url + path)

    def wall(self) -> None:
        """Open the wall and wait until its boards are drawn."""
        self.open_rack()
        drawn = (
            "return [...document.querySelectorAll('.stand .board')].filter(p => p.getAttribute('d')).length"
        )
        self.wait(lambda: self.driver.execute_script(drawn) > 40, "the wall is drawn")

    def own(self) -> QuerySet:
        """The boards of the demo shop."""
        return Board.objects.filter(shop__demo=True)
