// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/racks_pane.h"

#include <QComboBox>
#include <QScrollArea>
#include <QTimer>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/widgets/floor_view.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/rack_view.h"

namespace sokudo::ui {

using app::toQt;

namespace {

RackContent rackContent(const plan::Plan& plan, const plan::Place& place, const app::HouseContent& house,
                        const QString& note)
{
    RackContent rack{toQt(place.name), note, place.traits.count("rack-units").value_or(0), {}};
    const auto room = place.traits.as<Length>("inside-depth");
    for (const app::PlaceBand& band : house.places) {
        if (band.id != place.id) continue;
        for (const app::DeviceCard& card : band.devices) {
            const plan::Device& device = *plan.devices.find(card.id);
            const auto depth = device.traits.as<Length>("depth");
            const std::string weight(device.traits.word("weight"));
            rack.devices.push_back({card.id, card.name, weight.empty() ? QString("? kg") : toQt(weight + " kg"),
                                    depth ? toQt(text::length(*depth)) + " deep" : QString("? deep"), device.rackUnit,
                                    device.traits.count("height-u").value_or(1), depth && room && *depth > *room,
                                    card.ports});
        }
    }
    return rack;
}

/// The spot of a device on its floor; nothing where its place has no size.
std::optional<FloorDevice> spotOf(const plan::Plan& plan, const plan::Device& device)
{
    const plan::Place* place = plan.places.find(device.place);
    const bool isDirect = place && place->area;
    for (std::size_t i = 0; place && !place->area && i < plan.places.size(); ++i)
        place = plan.places.find(place->within);
    if (!place || !place->area) return std::nullopt;
    const plan::Area& area = *place->area;
    const bool isKnown = isDirect && device.at;
    const double x = isKnown ? device.at->x.in() : area.width.in() / 2,
                 y = isKnown ? device.at->y.in() : area.depth.in() / 2;
    return FloorDevice{device.id, toQt(device.name), {area.x.in() + x, area.y.in() + y}, !isKnown};
}

/// Devices whose spots nobody stated stand side by side in the middle of their room.
void spread(std::vector<FloorDevice>& devices)
{
    std::map<std::pair<int, int>, int> taken;
    for (FloorDevice& one : devices) {
        const int nth = taken[{qRound(one.at.x() * 10), qRound(one.at.y() * 10)}]++;
        if (one.isGuess) one.at += QPointF(0, -0.55 * nth);
    }
}

}  // namespace

RacksPane::RacksPane(app::RacksPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    auto* inside = new QWidget;
    m_rackColumn = column(inside, 18, 18);
    scroll->setWidget(inside);
    auto* panel = frame("list");
    column(panel, 0, 0)->addWidget(scroll);
    row->addWidget(panel, 1);
    auto* right = new QWidget;
    auto* all = column(right, 0, 0);
    all->addLayout(tools());
    m_floor = new FloorView;
    all->addWidget(m_floor, 1);
    auto* foot = frame("foot");
    m_distance = label("", "", true);
    auto* footRow = new QHBoxLayout(foot);
    footRow->setContentsMargins(18, 7, 18, 7);
    footRow->addWidget(m_distance, 1);
    all->addWidget(foot);
    row->addWidget(right, 1);
    connect(m_floors, &QComboBox::activated, this, &RacksPane::showFloor);
    connect(m_to, &QComboBox::activated, this, &RacksPane::showFloor);
    connect(m_floor, &FloorView::deviceSelected, this,
            [this](plan::DeviceId id) { m_presenter.selection().selectDevice(id); });
    connect(&presenter, &app::RacksPresenter::changed, this, [this] {
        if (isVisible()) QTimer::singleShot(0, this, &RacksPane::refresh);
    });
}

/// The floor that is shown, and how far it is to another device.
QHBoxLayout* RacksPane::tools()
{
    auto* row = new QHBoxLayout;
    row->setContentsMargins(18, 8, 18, 6);
    m_floors = new QComboBox;
    m_floors->setAccessibleName("Floor");
    row->addWidget(m_floors);
    auto* copy = button("Duplicate", "quiet", [this] {
        const auto floors = m_presenter.floors();
        const auto at = static_cast<std::size_t>(std::max(0, m_floors->currentIndex()));
        if (at < floors.size() && floors[at].building.isEmpty()) m_presenter.duplicateFloor(floors[at].level);
    });
    copy->setAccessibleName("Duplicate this floor");
    copy->setToolTip("Copies this floor of the main house with all that stands on it onto a new level on top");
    row->addWidget(copy);
    row->addSpacing(16);
    row->addWidget(label("From the selected device to"));
    row->addSpacing(8);
    m_to = new QComboBox;
    m_to->setAccessibleName("To");
    row->addWidget(m_to);
    row->addStretch(1);
    return row;
}

void RacksPane::showEvent(QShowEvent*)
{
    refresh();
    // The floor of what is selected is worth seeing first.
    const plan::Device* device = m_presenter.plan().devices.find(m_presenter.selection().device());
    const plan::Place* place = device ? m_presenter.plan().places.find(device->place) : nullptr;
    const auto floors = m_presenter.floors();
    for (std::size_t i = 0; place && i < floors.size(); ++i)
        if (floors[i].level == place->level && floors[i].building == toQt(place->building))
            m_floors->setCurrentIndex(static_cast<int>(i));
    showFloor();
}

void RacksPane::refresh()
{
    fillRacks();
    if (m_shown != m_presenter.document().snapshot()) fillFloors();
    m_shown = m_presenter.document().snapshot();
    showFloor();
}

void RacksPane::fillRacks()
{
    clear(m_rackColumn);
    m_racks.clear();
    const plan::Plan& plan = m_presenter.plan();
    const auto racks = m_presenter.racks();
    if (racks.empty())
        m_rackColumn->addWidget(
            label("No rack is listed yet. Add one with its units, and say in which unit a device stands:\n\nadd rack "
                  "R1 in Cellar, rack-units=12\nset "
                  "core place=R1 unit=4 height-u=1",
                  "soft", true));
    const app::HouseContent house =
        app::houseContent(plan, m_presenter.document().knowledge(), m_presenter.document().analysis());
    for (plan::PlaceId id : racks) {
        auto* view = new RackView;
        view->setContent(rackContent(plan, *plan.places.find(id), house, m_presenter.rackNote(id)));
        view->setSelection(m_presenter.selection().device(), m_presenter.selection().port());
        connect(view, &RackView::deviceSelected, this,
                [this](plan::DeviceId device) { m_presenter.selection().selectDevice(device); });
        connect(view, &RackView::portSelected, this,
                [this](plan::PortId port, plan::DeviceId device) { m_presenter.selection().selectPort(port, device); });
        m_rackColumn->addWidget(view);
        m_racks.push_back(view);
    }
    m_rackColumn->addStretch(1);
}

void RacksPane::fillFloors()
{
    const int floor = std::max(0, m_floors->currentIndex());
    const QVariant to = m_to->currentData();
    m_floors->clear();
    for (const auto& one : m_presenter.floors()) m_floors->addItem(one.name);
    m_floors->setCurrentIndex(std::min(floor, m_floors->count() - 1));
    m_to->clear();
    m_to->addItem("choose a device", QVariant::fromValue<qlonglong>(0));
    for (const plan::Device& device : m_presenter.plan().devices)
        m_to->addItem(toQt(device.name), QVariant::fromValue<qlonglong>(device.id.value));
    m_to->setCurrentIndex(std::max(0, m_to->findData(to)));
}

void RacksPane::showFloor()
{
    const auto floors = m_presenter.floors();
    const int at = m_floors->currentIndex();
    if (at < 0 || at >= static_cast<int>(floors.size())) return m_floor->setContent({});
    const auto& floor = floors[static_cast<std::size_t>(at)];
    const plan::Plan& plan = m_presenter.plan();
    FloorContent content{{}, {}, {}, {}, {}};
    const auto isHere = [&](const plan::Place& place) {
        return place.level == floor.level && toQt(place.building) == floor.building;
    };
    for (const plan::Place& place : plan.places) {
        if (!isHere(place) || place.within.isSet()) continue;
        if (place.area)
            content.rooms.push_back(
                {place.id, toQt(place.name),
                 QRectF(place.area->x.in(), place.area->y.in(), place.area->width.in(), place.area->depth.in())});
        else content.unmeasured << toQt(place.name);
    }
    for (const plan::Device& device : plan.devices)
        if (isHere(*plan.places.find(device.place)))
            if (auto spot = spotOf(plan, device)) content.devices.push_back(std::move(*spot));
    spread(content.devices);
    const plan::DeviceId to{m_to->currentData().toLongLong()};
    const auto spot = [&](plan::DeviceId id) -> const FloorDevice* {
        for (const FloorDevice& one : content.devices)
            if (one.id == id) return &one;
        return nullptr;
    };
    const FloorDevice* a = spot(m_presenter.selection().device());
    const FloorDevice* b = spot(to);
    if (a && b && a != b) content.way = {a->at, {b->at.x(), a->at.y()}, b->at};
    m_floor->setContent(std::move(content));
    m_floor->setSelection(m_presenter.selection().device());
    const QString distance = m_presenter.distanceText(to);
    m_distance->setText(
        distance.isEmpty() ? QString("Select a device and choose another one: the distance stands here.") : distance);
}

}  // namespace sokudo::ui
