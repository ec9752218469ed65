// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/racks_presenter.h"

#include <algorithm>
#include <set>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/plan/duplicate.h"

namespace sokudo::app {

RacksPresenter::RacksPresenter(Document& document, Selection& selection, QObject* parent)
    : QObject(parent), m_document(document), m_selection(selection)
{
    connect(&document, &Document::planChanged, this, &RacksPresenter::changed);
    connect(&document, &Document::analysisChanged, this, &RacksPresenter::changed);
    connect(&selection, &Selection::changed, this, &RacksPresenter::changed);
}

std::vector<plan::PlaceId> RacksPresenter::racks() const
{
    std::vector<plan::PlaceId> found;
    for (const plan::Place& place : plan().places)
        if (place.kind == plan::PlaceKind::Rack || place.kind == plan::PlaceKind::Panel ||
            place.traits.has("rack-units"))
            found.push_back(place.id);
    return found;
}

std::vector<RacksPresenter::Floor> RacksPresenter::floors() const
{
    std::set<std::pair<QString, int>> seen;
    std::vector<Floor> all;
    for (const plan::Place& place : plan().places)
        if (seen.insert({toQt(place.building), place.level}).second)
            all.push_back(
                {place.level, toQt(place.building),
                 place.building.empty()
                     ? QString("level %1").arg(place.level)
                     : toQt(place.building) + (place.level == 0 ? QString() : QString(", level %1").arg(place.level))});
    std::stable_sort(all.begin(), all.end(), [](const Floor& a, const Floor& b) {
        return std::tuple(a.building, -a.level) < std::tuple(b.building, -b.level);
    });
    return all;
}

bool RacksPresenter::duplicateFloor(int level)
{
    int top = level;
    for (const plan::Place& place : plan().places)
        if (place.building.empty()) top = std::max(top, place.level);
    const QString text = QString("Duplicate level %1 as level %2").arg(level).arg(top + 1);
    const auto made =
        plan::duplicateLevel(plan(), level, top + 1, " on level " + std::to_string(top + 1), m_document.ids());
    return m_document.edit(text, made ? Result<plan::Plan>(made->plan) : tl::unexpected(made.error()));
}

QString RacksPresenter::rackNote(plan::PlaceId id) const
{
    const plan::Place* place = plan().places.find(id);
    if (!place) return {};
    double kilograms = 0, moment = 0;
    int unknown = 0, used = 0;
    for (const plan::Device& device : plan().devices) {
        if (device.place != id) continue;
        const std::string_view stated = device.traits.word("weight");
        const auto weight = text::parseNumber(stated);
        if (weight) kilograms += *weight;
        else ++unknown;
        const int units = device.traits.count("height-u").value_or(1);
        if (device.rackUnit > 0) used += units;
        if (weight && device.rackUnit > 0) moment += *weight * (device.rackUnit + (units - 1) / 2.0);
    }
    QStringList parts;
    if (const auto units = place->traits.count("rack-units"))
        parts << QString("%1 of %2 units used").arg(used).arg(*units);
    QString weight = QString("%1 kg in it").arg(QString::number(kilograms, 'g', 3));
    if (const auto most = text::parseNumber(place->traits.word("carries-weight"))) {
        weight += QString(" of %1 kg").arg(QString::number(*most, 'g', 3));
        if (kilograms > *most) weight += ": too heavy";
    }
    if (unknown > 0) weight += QString(", %1 not weighed").arg(unknown);
    parts << weight;
    const auto units = place->traits.count("rack-units");
    if (units && kilograms > 0 && moment / kilograms > *units / 2.0)
        parts << "top-heavy: put the heaviest at the bottom";
    return parts.join(" · ");
}

QString RacksPresenter::distanceText(plan::DeviceId to) const
{
    const plan::DeviceId from = m_selection.device();
    if (!from.isSet() || !to.isSet() || from == to) return {};
    const auto far = survey::distance(plan(), from, to);
    if (!far) return "The place of one of the two was never measured.";
    return QString("%1 straight · %2 as a cable goes · %3 with slack · %4 walls, %5 floors between%6")
        .arg(toQt(text::length(far->straight)), toQt(text::length(far->routed)), toQt(text::length(far->withSlack)))
        .arg(far->walls)
        .arg(far->floors)
        .arg(far->isEstimate ? " · an estimate" : "");
}

}  // namespace sokudo::app
