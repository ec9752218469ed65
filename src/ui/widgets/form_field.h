// SPDX-License-Identifier: GPL-3.0-or-later
// One row of a form with a number to set.
#pragma once

#include <QFormLayout>

namespace sokudo::ui {

/// @tparam Spin  QSpinBox or QDoubleSpinBox
template <class Spin, class Value>
Spin* field(QFormLayout* form, const char* name, Value value, Value least, Value most, const QString& suffix)
{
    auto* spin = new Spin;
    spin->setRange(least, most);
    spin->setValue(value);
    spin->setSuffix(suffix);
    spin->setAccessibleName(name);
    form->addRow(name, spin);
    return spin;
}

}  // namespace sokudo::ui
