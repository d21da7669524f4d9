"""All addresses of the server."""

from customers import api as customers
from django.urls import path, re_path
from fins import api as fins
from hooks import api as hooks
from jobs import api as jobs
from logbook import api as logbook
from orders import api as orders
from own_numbers import api as own_numbers
from quivers import api as quivers
from sales import api as sales
from trail import api as trail

from accounts import api as accounts
from accounts import people_api as people
from breaks import api as breaks
from buoys import api as buoys
from config import metrics, views
from fittings import api as fittings
from rack import api as rack
from rack.drawing_files import DRAWING_TYPES

urlpatterns = [
    path("api/health/", views.health, name="health"),
    path("metrics", metrics.metrics, name="metrics"),
    path("api/openapi.json", views.openapi, name="openapi"),
    path("api/session/", accounts.SessionView.as_view(), name="session"),
    path("api/session/demo/", accounts.DemoView.as_view(), name="demo"),
    path("api/me/", accounts.MeView.as_view(), name="me"),
    path("api/shop/terms/", accounts.TermsView.as_view(), name="terms"),
    path("api/me/password/", people.PasswordView.as_view(), name="password"),
    path("api/me/second-factor/", people.SecondFactorView.as_view(), name="second-factor"),
    path("api/me/signed-in/", people.SignedInView.as_view(), name="signed-in"),
    path("api/me/signed-in/<int:pk>/", people.SignedInOneView.as_view(), name="signed-in-one"),
    path("api/me/shop/", people.WorkInView.as_view(), name="work-in"),
    path("api/join/<str:word>/", people.JoinView.as_view(), name="join"),
    path("api/shops/", people.ShopsView.as_view(), name="shops"),
    path("api/shop/people/", people.PeopleView.as_view(), name="people"),
    path("api/shop/people/<int:pk>/", people.PersonView.as_view(), name="person"),
    path("api/shop/people/<int:pk>/reset/", people.PersonResetView.as_view(), name="person-reset"),
    path("api/shop/invitations/", people.InvitationsView.as_view(), name="invitations"),
    path("api/shop/invitations/<int:pk>/", people.InvitationView.as_view(), name="invitation"),
    path("api/shop/tokens/", people.TokensView.as_view(), name="tokens"),
    path("api/shop/tokens/<int:pk>/", people.TokenView.as_view(), name="token"),
    path("api/shop/trail/", trail.TrailView.as_view(), name="trail"),
    path("api/shop/trail.jsonl", trail.TrailFileView.as_view(), name="trail-file"),
    path("api/customers/", customers.CustomersView.as_view(), name="customers"),
    path("api/customers/retention/", customers.RetentionView.as_view(), name="retention"),
    path("api/customers/<int:pk>/", customers.CustomerView.as_view(), name="customer"),
    path("api/customers/<int:pk>/merge/", customers.CustomerMergeView.as_view(), name="customer-merge"),
    path("api/customers/<int:pk>/erase/", customers.CustomerEraseView.as_view(), name="customer-erase"),
    path(
        "api/customers/<int:pk>/customer.json",
        customers.CustomerDocumentView.as_view(),
        name="customer-document",
    ),
    path("api/customers/<int:pk>/customer.pdf", customers.CustomerSheetView.as_view(), name="customer-sheet"),
    path("api/words/", rack.WordsView.as_view(), name="words"),
    path("api/line/", rack.LineView.as_view(), name="line"),
    path("api/boards/", rack.BoardsView.as_view(), name="boards"),
    path("api/boards/<int:pk>/", rack.BoardView.as_view(), name="board"),
    path("api/boards/<int:pk>/back/", rack.BoardBackView.as_view(), name="board-back"),
    path("api/boards/<int:pk>/sheet/", rack.SheetView.as_view(), name="sheet"),
    path("api/boards/<int:pk>/trade-in/", rack.TradeInView.as_view(), name="trade-in"),
    path("api/boards/<int:pk>/range/", rack.RangeView.as_view(), name="range"),
    *(
        path(f"api/boards/<int:pk>/board.{kind}", rack.DrawingView.as_view(), {"kind": kind}, f"board-{kind}")
        for kind in (*DRAWING_TYPES, "json")
    ),
    path("api/boards/<int:pk>/tag.pdf", fittings.TagView.as_view(), name="tag"),
    path("api/rack/tape/", rack.TapeView.as_view(), name="tape"),
    path("api/rack/beside/", rack.BesideView.as_view(), name="beside"),
    path("api/rack/table/", rack.TableView.as_view(), name="table"),
    path("api/gauge/", rack.GaugeView.as_view(), name="gauge"),
    path("api/rack/photograph/", rack.PhotographView.as_view(), name="photograph"),
    path("api/rack/find/", rack.FindView.as_view(), name="find"),
    path("api/rack/asked/", fittings.AskedView.as_view(), name="asked"),
    path("api/rack/rows/", rack.RowsView.as_view(), name="rows"),
    path("api/fins/", fins.FinWallView.as_view(), name="fin-wall"),
    path("api/fins/<int:pk>/", fins.FinsView.as_view(), name="fins"),
    path("api/fins/table/", fins.FinsTableView.as_view(), name="fins-table"),
    path("api/breaks/", breaks.BreaksView.as_view(), name="breaks"),
    path("api/breaks/<int:pk>/", breaks.BreakView.as_view(), name="break"),
    *(
        path(f"api/breaks/<int:pk>/{name}/", view.as_view(), name=f"break-{name}")
        for name, view in (
            ("gives", breaks.GivesView),
            ("now", breaks.NowView),
            ("seen", breaks.SeenView),
            ("calibrate", breaks.CalibrateView),
            ("flows", breaks.FlowsView),
        )
    ),
    path("api/breaks/<int:pk>/seen/<int:sighting>/", breaks.SightingView.as_view(), name="sighting"),
    path("api/breaks/<int:pk>/break.json", breaks.BreakFileView.as_view(), name="break-file"),
    path("api/breaks/<int:pk>/waves.csv", breaks.ClimateTableView.as_view(), name="break-table"),
    path("api/breaks/import/", breaks.BreakImportView.as_view(), name="break-import"),
    path("api/buoys/", buoys.BuoysView.as_view(), name="buoys"),
    path("api/buoys/<int:pk>/", buoys.BuoyView.as_view(), name="buoy"),
    path("api/buoys/<int:pk>/hours/", buoys.BuoyFilesView.as_view(), name="buoy-hours"),
    path("api/fittings/", fittings.FittingsView.as_view(), name="fittings"),
    path("api/fittings/<int:pk>/", fittings.FittingView.as_view(), name="fitting"),
    path("api/fittings/<int:pk>/back/", fittings.FittingBackView.as_view(), name="fitting-back"),
    path("api/fittings/<int:pk>/windows/", fittings.WindowsView.as_view(), name="windows"),
    path("api/fittings/<int:pk>/doubts/", fittings.DoubtsView.as_view(), name="doubts"),
    path("api/fittings/<int:pk>/rack/", fittings.WholeRackView.as_view(), name="fitting-rack"),
    path("api/fittings/import/", fittings.ImportView.as_view(), name="import"),
    path("api/fittings/<int:pk>/since/", fittings.SinceView.as_view(), name="since"),
    path("api/fittings/<int:pk>/gear/", fittings.GearView.as_view(), name="gear"),
    path("api/fittings/<int:pk>/faces/", fittings.FacesView.as_view(), name="faces"),
    path("api/fittings/<int:pk>/why/", fittings.WhyView.as_view(), name="why"),
    path("api/fittings/<int:pk>/why-not/", fittings.WhyNotView.as_view(), name="why-not"),
    path("api/fittings/<int:pk>/compare/", fittings.CompareView.as_view(), name="compare"),
    path("api/fittings/<int:pk>/document/", fittings.DocumentView.as_view(), name="document"),
    path("api/fittings/<int:pk>/worth/", fittings.WorthView.as_view(), name="worth"),
    path("api/fittings/<int:pk>/orderable/", orders.OrderableView.as_view(), name="orderable"),
    path("api/fittings/<int:pk>/numbers/", own_numbers.FittingNumbersView.as_view(), name="fitting-numbers"),
    path("api/fittings/<int:pk>/step/", fittings.StepView.as_view(), name="step"),
    path("api/fittings/<int:pk>/quiver/", quivers.QuiverView.as_view(), name="quiver"),
    path("api/fittings/<int:pk>/quiver/next/", quivers.NextView.as_view(), name="quiver-next"),
    path("api/fittings/<int:pk>/quiver/months/", quivers.MonthsView.as_view(), name="quiver-months"),
    path("api/fittings/<int:pk>/quiver/plan/", quivers.PlanView.as_view(), name="quiver-plan"),
    path("api/fittings/<int:pk>/quiver/trip/", quivers.TripView.as_view(), name="quiver-trip"),
    path("api/fittings/<int:pk>/quiver/card.pdf", quivers.CardView.as_view(), name="quiver-card"),
    path(
        "api/fittings/<int:pk>/quiver/boards/<int:board>/", quivers.OwnedView.as_view(), name="quiver-board"
    ),
    path("api/fittings/<int:pk>/log/", logbook.LogView.as_view(), name="log"),
    path("api/fittings/<int:pk>/log/hour/", logbook.LogHourView.as_view(), name="log-hour"),
    path("api/fittings/<int:pk>/log/table/", logbook.LogTableView.as_view(), name="log-table"),
    path("api/fittings/<int:pk>/log/log.json", logbook.LogDocumentView.as_view(), name="log-document"),
    path("api/fittings/<int:pk>/log/learning/", logbook.LearningView.as_view(), name="log-learning"),
    path("api/fittings/<int:pk>/log/ready/", logbook.ReadyView.as_view(), name="log-ready"),
    path("api/fittings/<int:pk>/log/<int:session>/", logbook.LogSessionView.as_view(), name="log-session"),
    path("api/fittings/<int:pk>/tracks/", logbook.TracksView.as_view(), name="tracks"),
    path("api/fittings/<int:pk>/tracks/<int:track>/", logbook.TrackView.as_view(), name="track"),
    path(
        "api/fittings/<int:pk>/tracks/<int:track>/track.xml",
        logbook.TrackFileView.as_view(),
        name="track-file",
    ),
    path("api/fittings/<int:pk>/trials/", logbook.TrialsView.as_view(), name="trials"),
    path("api/fittings/<int:pk>/trials/fins/", logbook.FinTrialsView.as_view(), name="trials-of-fins"),
    path("api/fittings/<int:pk>/trials/<int:trial>/", logbook.TrialView.as_view(), name="trial"),
    path("api/fittings/<int:pk>/demo-pair/", logbook.DemoPairView.as_view(), name="demo-pair"),
    path("api/fittings/<int:pk>/loans/", logbook.LoansView.as_view(), name="loans"),
    path("api/fittings/<int:pk>/loans/<int:loan>/", logbook.LoanView.as_view(), name="loan"),
    path("api/findings/sessions.json", logbook.SessionsView.as_view(), name="findings-sessions"),
    path("api/findings/", logbook.FindingsView.as_view(), name="findings"),
    path("api/orders/", orders.OrdersView.as_view(), name="orders"),
    path("api/orders/<int:pk>/", orders.OrderView.as_view(), name="order"),
    path("api/orders/<int:pk>/step/", orders.OrderStepView.as_view(), name="order-step"),
    path("api/orders/<int:pk>/card.pdf", orders.OrderCardView.as_view(), name="order-card"),
    path("api/orders/<int:pk>/card.json", orders.OrderCardDocumentView.as_view(), name="order-document"),
    *(
        path(
            f"api/orders/<int:pk>/board.{kind}",
            orders.DrawingView.as_view(),
            {"kind": kind},
            f"order-{kind}",
        )
        for kind in DRAWING_TYPES
    ),
    path("api/fittings/<int:pk>/sales/", sales.TicketSalesView.as_view(), name="ticket-sales"),
    path("api/sales/<int:pk>/", sales.SaleView.as_view(), name="sale"),
    path("api/shop/advice/", sales.AdviceView.as_view(), name="advice"),
    path("api/shop/hooks/", hooks.HooksView.as_view(), name="hooks"),
    path("api/shop/hooks/<int:pk>/", hooks.HookView.as_view(), name="hook"),
    path("api/changes/", trail.ChangesView.as_view(), name="changes"),
    path("api/shop/numbers/", own_numbers.NumbersView.as_view(), name="numbers"),
    path("api/shop/numbers.json", own_numbers.NumbersFileView.as_view(), name="numbers-file"),
    path("api/shop/numbers/revisions/", own_numbers.RevisionsView.as_view(), name="numbers-revisions"),
    path("api/shop/numbers/revisions/<int:pk>/undo/", own_numbers.UndoView.as_view(), name="numbers-undo"),
    path("api/shop/numbers/effects/", own_numbers.EffectsView.as_view(), name="numbers-effect"),
    path("api/shop/numbers/effects/<int:pk>/", own_numbers.EffectView.as_view(), name="numbers-effect-of"),
    path("api/jobs/", jobs.JobsView.as_view(), name="jobs"),
    path("api/jobs/<int:pk>/", jobs.JobView.as_view(), name="job"),
    path("api/jobs/<int:pk>/stop/", jobs.StopView.as_view(), name="job-stop"),
    path("api/jobs/<int:pk>/resume/", jobs.ResumeView.as_view(), name="job-resume"),
    path("api/fittings/<int:pk>/hand-out.pdf", fittings.HandOutView.as_view(), name="hand-out"),
    path("beach/worker.js", views.beach_worker, name="beach-worker"),
    re_path(r"^api(/.*)?$", views.no_such_address, name="no-such-address"),
    re_path(r"^(?!api/|static/).*$", views.page, name="page"),
]
handler500 = "config.views.broken"
