namespace Nube.Core.Artwork;

/// <summary>What a maker says of an area.</summary>
public enum AreaMark
{
    /// <summary>It is not painted: the paper stays.</summary>
    LeaveWhite,

    /// <summary>It only looks like an area: what lies behind the image.</summary>
    NotPart,

    /// <summary>It is a detail: painted over as part of what is around it, and coloured when that is done.</summary>
    Redraw,
}
