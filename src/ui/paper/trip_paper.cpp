// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/paper/trip_paper.h"

#include "app/qt_text.h"
#include "core/buy/currency_converter.h"
#include "ui/paper/sheet.h"

namespace sokudo::ui {

using app::toQt;

QString printTrip(const QString& path, const std::vector<buy::Stop>& trip, const QString& title)
{
    Sheet sheet{title, {}, {}};
    for (const buy::Stop& stop : trip) {
        SheetPart part{toQt(stop.seller), toQt(stop.advice), {}};
        for (const buy::TripItem& item : stop.items)
            part.lines.push_back({toQt(item.what), item.fallBack.empty() ? QString() : "else " + toQt(item.fallBack),
                                  item.cost ? toQt(buy::amountText(*item.cost)) : QString("?"), true, false, false});
        sheet.parts.push_back(std::move(part));
    }
    return printSheet(path, sheet);
}

}  // namespace sokudo::ui
